"""How labels say it in each language, and what a shop hangs beside them. All of it made up."""

from dataclasses import dataclass


@dataclass(frozen=True)
class Words:
    """How one language says it."""

    per: tuple[str, ...]
    values: tuple[str, ...]
    energy: str
    fat: str
    saturates: tuple[str, ...]
    carbohydrate: tuple[str, ...]
    sugars: tuple[str, ...]
    protein: str
    salt: str
    undiluted: tuple[str, ...]
    diluted: tuple[str, ...]
    of_it: tuple[str, str]
    serving: tuple[str, ...]
    spoon: tuple[str, ...]
    share: str
    comma: bool
    ingredients: tuple[str, ...]
    juices: dict[str, str]
    water: str
    sugar: str
    acid: tuple[str, ...]
    stops: tuple[str, ...]
    hard: tuple[str, ...]
    denied: tuple[str, ...]
    dilute: tuple[str, ...]
    names: dict[str, str]
    chatter: tuple[str, ...]


ENGLISH = Words(
    per=("per 100 {u}", "Per 100{u}", "per 100 {u}:", "100{u}", "/100 {u}"),
    values=("Nutrition", "Typical values", "Nutritional information", "NUTRITION"),
    energy="Energy",
    fat="Fat",
    saturates=("of which saturates", "- of which saturates"),
    carbohydrate=("Carbohydrate", "Carbohydrates", "Total carbohydrate", "CARBOHYDRATE"),
    sugars=("of which sugars", "- of which sugars", "of which sugars*", "OF WHICH SUGARS", "of which\nsugars"),
    protein="Protein",
    salt="Salt",
    undiluted=("undiluted", "as sold", "neat"),
    diluted=("diluted", "as prepared", "made up", "as diluted"),
    of_it=("of syrup", "of the drink"),
    serving=("per 250 {u} glass", "per 200{u} serving", "per serving (150 {u})", "per 1/2 pint (284 {u})", "per 150{u} portion"),
    spoon=("per tablespoon (20 g)", "per 15 g serving", "1 tbsp (20 g)", "per teaspoon (7 g)"),
    share="%RI* per glass",
    comma=False,
    ingredients=("Ingredients:", "INGREDIENTS:", "Ingredients"),
    juices={"pear": "pear", "plum": "plum", "grape": "white grape", "quince": "quince", "blackcurrant": "blackcurrant"},
    water="water",
    sugar="sugar",
    acid=("citric acid", "acid: citric acid (E330)", "acidity regulator (citric acid)"),
    stops=("preservative: potassium sorbate", "preservatives (E202, E211)", "potassium sorbate", "preservative (sodium benzoate)", "E 202", "preservative: E-211", "INS 202", "preservatives: potas-\nsium sorbate", "sorbic acid", "E.202", "preservative 202", "p0tassium sorbate"),
    hard=("preservative: E224 (sulphites)", "sulphur dioxide", "E220", "potassium metabisulphite", "preservative (SO2)"),
    denied=("Free from preservatives.", "No artificial colours, flavours or preservatives.", "Zero preservatives.", "No added sugar.", "Contains no sorbates or benzoates."),
    dilute=("Dilute 1 part with {n} parts water.", "Mix one part cordial with {n} parts of water.", "Dilute to taste: 1 part to {n} parts water."),
    names={"juice": "{f} juice", "nectar": "{f} nectar", "drink": "{f} juice drink", "cordial": "{f} cordial", "concentrate": "{f} juice concentrate", "honey": "Blossom honey"},
    chatter=("Not from concentrate.", "Once opened keep refrigerated and use within 3 days.", "Shake well.", "Best before: see cap.", "L202 B 12:04", "LOT E211", "Best before 11.2027", "Write to us: Brindle Court, Saltby Nook SN2 11E.", "Serving suggestion.", "No bits.", "Makes a fine long drink with sparkling water.", "Recycle me."),
)  # fmt: skip
GERMAN = Words(
    per=("pro 100 {u}", "je 100 {u}", "pro 100{u}", "100 {u}", "Je 100 {u}:"),
    values=("Nährwerte", "Nährwertangaben", "Durchschnittliche Nährwerte", "Nährwertdeklaration"),
    energy="Energie",
    fat="Fett",
    saturates=("davon gesättigte Fettsäuren", "- davon gesättigte Fettsäuren"),
    carbohydrate=("Kohlenhydrate", "Kohlenhydrate gesamt", "KOHLENHYDRATE"),
    sugars=("davon Zucker", "- davon Zucker", "davon\nZucker", "DAVON ZUCKER", "davon Zucker*"),
    protein="Eiweiß",
    salt="Salz",
    undiluted=("unverdünnt", "unzubereitet"),
    diluted=("verdünnt", "zubereitet", "trinkfertig"),
    of_it=("Sirup", "Getränk"),
    serving=("pro Glas (200 {u})", "pro Portion (250 {u})", "pro 200 {u} Glas", "je Portion (150 {u})"),
    spoon=("pro EL (20 g)", "pro Portion (20 g)", "je Esslöffel (15 g)"),
    share="%RM* pro Glas",
    comma=True,
    ingredients=("Zutaten:", "ZUTATEN:", "Zutaten"),
    juices={"pear": "Birnen", "plum": "Pflaumen", "grape": "Trauben", "quince": "Quitten", "blackcurrant": "Johannisbeer"},
    water="Wasser",
    sugar="Zucker",
    acid=("Säuerungsmittel: Citronensäure", "Säuerungsmittel Citronensäure (E330)"),
    stops=("Konservierungsstoff: Kaliumsorbat", "Konservierungsstoffe (E202, E211)", "Konservierungsstoff: Natriumbenzoat", "Kaliumsorbat", "K-Sorbat", "Konservierungsstoff E 202", "Konservierungsstoff: Kalium-\nsorbat", "Kal1umsorbat"),
    hard=("Konservierungsstoff: Schwefeldioxid", "Kaliummetabisulfit", "Konservierungsstoff E224", "Schwefeldioxid (SO2)"),
    denied=("Ohne Konservierungsstoffe.", "Frei von Konservierungsstoffen.", "Ohne Zuckerzusatz.", "Ohne Farb- und Konservierungsstoffe."),
    dilute=("1 Teil mit {n} Teilen Wasser mischen.", "Mischung: 1 Teil Sirup, {n} Teile Wasser."),
    names={"juice": "{f}saft", "nectar": "{f}nektar", "drink": "{f}saftgetränk", "cordial": "{f}sirup", "concentrate": "{f}saftkonzentrat", "honey": "Blütenhonig"},
    chatter=("Nach dem Öffnen gekühlt lagern.", "Vor Gebrauch schütteln.", "Mindestens haltbar bis: siehe Deckel.", "L202 17:31", "MHD 03.2027", "Charge E211", "Serviervorschlag.", "Ohne Fruchtfleisch."),
)  # fmt: skip
FRENCH = Words(
    per=("pour 100 {u}", "Pour 100{u}", "par 100 {u}", "100 {u}", "pour 100 {u} :"),
    values=("Valeurs nutritionnelles", "Valeurs nutritionnelles moyennes", "Déclaration nutritionnelle", "Informations nutritionnelles"),
    energy="Énergie",
    fat="Matières grasses",
    saturates=("dont acides gras saturés", "- dont acides gras saturés"),
    carbohydrate=("Glucides", "GLUCIDES", "Glucides totaux"),
    sugars=("dont sucres", "- dont sucres", "dont\nsucres", "DONT SUCRES", "dont sucres*"),
    protein="Protéines",
    salt="Sel",
    undiluted=("non dilué", "tel que vendu"),
    diluted=("dilué", "préparé", "reconstitué"),
    of_it=("de sirop", "de boisson"),
    serving=("par verre (200 {u})", "par portion (250 {u})", "pour un verre de 200 {u}", "par portion de 150 {u}"),
    spoon=("par cuillère à soupe (20 g)", "par portion (20 g)"),
    share="%AR* par verre",
    comma=True,
    ingredients=("Ingrédients :", "INGRÉDIENTS :", "Ingrédients"),
    juices={"pear": "poire", "plum": "prune", "grape": "raisin blanc", "quince": "coing", "blackcurrant": "cassis"},
    water="eau",
    sugar="sucre",
    acid=("acidifiant : acide citrique", "acidifiant (E330)"),
    stops=("conservateur : sorbate de potassium", "conservateurs (E202, E211)", "sorbate de potassium", "conservateur : benzoate de sodium", "E 202", "conservateur E211", "conservateur : sorbate de\npotassium", "s0rbate de potassium"),
    hard=("conservateur : anhydride sulfureux", "métabisulfite de potassium", "conservateur E224 (sulfites)", "dioxyde de soufre"),
    denied=("Sans conservateur.", "Sans conservateurs ni colorants.", "Sans sucres ajoutés.", "Sans colorant ni conservateur."),
    dilute=("Diluer 1 volume de sirop dans {n} volumes d'eau.", "1 dose de sirop pour {n} doses d'eau."),
    names={"juice": "Jus de {f}", "nectar": "Nectar de {f}", "drink": "Boisson au jus de {f}", "cordial": "Sirop de {f}", "concentrate": "Concentré de jus de {f}", "honey": "Miel de fleurs"},
    chatter=("À conserver au frais après ouverture.", "Agiter avant de servir.", "À consommer de préférence avant : voir bouchon.", "LOT E211", "L202 08:12", "Sans pulpe.", "Suggestion de présentation."),
)  # fmt: skip
SPANISH = Words(
    per=("por 100 {u}", "Por 100{u}", "por cada 100 {u}", "100 {u}", "por 100 {u}:"),
    values=("Información nutricional", "Valores nutricionales", "Valor nutricional medio"),
    energy="Valor energético",
    fat="Grasas",
    saturates=("de las cuales saturadas", "- de las cuales saturadas"),
    carbohydrate=("Hidratos de carbono", "HIDRATOS DE CARBONO", "Carbohidratos"),
    sugars=("de los cuales azúcares", "- de los cuales azúcares", "de los cuales\nazúcares", "de los que azúcares", "DE LOS CUALES AZÚCARES"),
    protein="Proteínas",
    salt="Sal",
    undiluted=("sin diluir", "tal como se vende"),
    diluted=("diluido", "preparado", "reconstituido"),
    of_it=("de jarabe", "de bebida"),
    serving=("por vaso (200 {u})", "por ración (250 {u})", "por porción de 150 {u}", "por vaso de 200 {u}"),
    spoon=("por cucharada (20 g)", "por ración (20 g)"),
    share="%IR* por vaso",
    comma=True,
    ingredients=("Ingredientes:", "INGREDIENTES:", "Ingredientes"),
    juices={"pear": "pera", "plum": "ciruela", "grape": "uva blanca", "quince": "membrillo", "blackcurrant": "grosella negra"},
    water="agua",
    sugar="azúcar",
    acid=("acidulante: ácido cítrico", "acidulante (E330)"),
    stops=("conservador: sorbato potásico", "conservadores (E202, E211)", "sorbato potásico", "conservante: benzoato sódico", "E-202", "SIN 202", "conservador: sorbato\npotásico", "s0rbato potásico", "sorbato de potasio"),
    hard=("conservador: dióxido de azufre", "metabisulfito potásico", "conservador E224 (sulfitos)", "anhídrido sulfuroso"),
    denied=("Sin conservantes.", "Sin conservadores ni colorantes.", "Sin azúcares añadidos.", "Sin colorantes ni conservantes."),
    dilute=("Diluir 1 parte en {n} partes de agua.", "Mezclar 1 parte de jarabe con {n} partes de agua."),
    names={"juice": "Zumo de {f}", "nectar": "Néctar de {f}", "drink": "Bebida de zumo de {f}", "cordial": "Jarabe de {f}", "concentrate": "Concentrado de zumo de {f}", "honey": "Miel de flores"},
    chatter=("Una vez abierto, conservar en frío.", "Agitar antes de usar.", "Consumir preferentemente antes de: ver tapón.", "LOTE E211", "L202 10:05", "Sin pulpa.", "Sugerencia de presentación."),
)  # fmt: skip
WORDS = {
    "en": ENGLISH,
    "de": GERMAN,
    "fr": FRENCH,
    "es": SPANISH,
    "en-fr": ENGLISH,
    "us": ENGLISH,
    "ca": ENGLISH,
}


# What hangs beside the label: prices, and what a day's diet is.
SHELF_EDGE = {
    False: (
        "£1.60", "2 for £3", "16p per 100ml", "£1.60 / litre", "Now £2.00 (20p/100ml)",
        "*Reference intake of an average adult (8400 kJ/2000 kcal)", "This carton contains 4 servings of 250 ml.",
        "RI = reference intake", "Vitamin C 24 mg (30% NRV) per 100 ml", "250 ml = 1 of your 5 a day",
    ),
    True: (
        "1,79 €", "2 für 3,00 €", "0,18 € / 100 ml", "1,79 €/L", "*8400 kJ/2000 kcal",
        "Vitamin C 24 mg (30 %)", "100 ml = 0,12 €",
    ),
}  # fmt: skip
