"""Names of the lines in a nutrition table, folded, in English, German, French and Spanish."""

import re

_NAMES = {
    "energy": r"energy|\w?nergie|brennwert|energia|valor\s+energ\w?tico|valeur\s+energ\w?tique"
    r"|calories|calorias",
    "fat": r"(?:total\s+)?fat|fett|grassi|grasas?(?:\s+totales)?|l\w?pidos|mati\w?res\s+grasses"
    r"|lipides",
    "saturates": r"(?:of\s*which\s*)?saturates|saturated(?:\s+fat)?|trans\s+fat"
    r"|(?:davon\s+)?ges\w?ttigte\s+fetts\w?uren|(?:de\s+las\s+cuales\s+)?saturad[ao]s|(?:dont\s+)?acides\s+gras\s+satur\w?s",
    "carbohydrate": r"(?:total\s+|available\s+)?carbohydrates?|total\s+carb\w*\.?|kohlenhydrate"
    r"|carboidrati|hidratos\s+de\s+carbono|carbohidratos(?:\s+totales)?|glucides(?:\s+totaux)?|carbs",
    "polyols": r"(?:(?:of\s*which|davon|de\s+los\s+cuales|dont)\s*[:-]?\s*)?"
    r"(?:polyols?|sugar\s+alcohols?|mehrwertige\s+alkohole|polialcoholes|polioles)",
    "sugars": r"(?:(?:of\s*which|davon|de\s+l[oa]s\s+cuales|dont|di\s+cui|thereof)"
    r"\s*[:-]?\s*)?(?:total\s+)?(?:sugars?|zucker|az\w?cares?|sucres?|zuccheri)"
    r"(?:\s+totales|\s+totaux|\s+content)?|zuckergehalt"
    r"|teneur\s+en\s+sucres?|contenido\s+de\s+azucar(?:es)?",
    "starch": r"(?:of\s*which\s*)?starch|(?:davon\s+)?starke|almidon|amidon",
    "fibre": r"(?:dietary\s+)?fib(?:re|er)s?|ballaststoffe|fibra(?:\s+alimentaria|\s+dietetica)?"
    r"|fibres?\s+alimentaires?",
    "protein": r"proteins?|eiwei\w{0,2}|prote\w?nas?|prot\w?ines?",
    "salt": r"salt|salz|sal|sel|sodium|natrium|sodio|potassium|vitamin\w*",
}  # fmt: skip
# An accent may be any letter: a camera reads "azøcares". A figure may follow a name without a space
# between, as a photograph reads it: a letter not.
_EACH = "|".join(rf"(?P<{key}>(?:{words})(?![^\W\d_]))" for key, words in _NAMES.items())
# A name begins where a word does: told first, once for all of them.
NUTRIENT = re.compile(rf"(?<![\w-])(?=[a-z])(?:{_EACH})")
