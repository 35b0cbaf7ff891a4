"""Names of the lines in a nutrition table, folded, in English, German, French and Spanish."""

import re

_NAMES = {
    "energy": r"energy|energie|brennwert|energia|valor\s+energetico|valeur\s+energetique|calories"
    r"|calorias",
    "fat": r"(?:total\s+)?fat|fett|grasas?(?:\s+totales)?|lipidos|matieres\s+grasses|lipides",
    "saturates": r"(?:of\s*which\s*)?saturates|saturated(?:\s+fat)?|trans\s+fat"
    r"|(?:davon\s+)?gesattigte\s+fettsauren|(?:de\s+las\s+cuales\s+)?saturad[ao]s|(?:dont\s+)?acides\s+gras\s+satures",
    "carbohydrate": r"(?:total\s+|available\s+)?carbohydrates?|total\s+carb\w*\.?|kohlenhydrate"
    r"|hidratos\s+de\s+carbono|carbohidratos(?:\s+totales)?|glucides(?:\s+totaux)?|carbs",
    "polyols": r"(?:(?:of\s*which|davon|de\s+los\s+cuales|dont)\s*[:-]?\s*)?"
    r"(?:polyols?|sugar\s+alcohols?|mehrwertige\s+alkohole|polialcoholes|polioles)",
    "sugars": r"(?:(?:of\s*which|davon|de\s+l[oa]s\s+cuales|dont|thereof)\s*[:-]?\s*)?(?:total\s+)?"
    r"(?:sugars?|zucker|azucares?|sucres?)(?:\s+totales|\s+totaux|\s+content)?|zuckergehalt"
    r"|teneur\s+en\s+sucres?|contenido\s+de\s+azucar(?:es)?",
    "starch": r"(?:of\s*which\s*)?starch|(?:davon\s+)?starke|almidon|amidon",
    "fibre": r"(?:dietary\s+)?fib(?:re|er)s?|ballaststoffe|fibra(?:\s+alimentaria|\s+dietetica)?"
    r"|fibres?\s+alimentaires?",
    "protein": r"proteins?|eiwei(?:ss|ß)|proteinas?|proteines?",
    "salt": r"salt|salz|sal|sel|sodium|natrium|sodio|potassium|vitamin\w*",
}  # fmt: skip
# A figure may follow a name without a space between, as a photograph reads it: a letter not.
NUTRIENT = re.compile(
    "|".join(rf"(?P<{key}>(?<![\w-])(?:{words})(?![^\W\d_]))" for key, words in _NAMES.items())
)
