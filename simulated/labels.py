"""Labels as shops hang them out, drawn at random from parts: what is printed, and what is true.

A stand-in for a shelf full of packs. Every draw comes from a seed, so that a score says how a
reader does on labels that nobody has seen, not on those it was made for. All names are made up.
"""

import random
from dataclasses import dataclass, field

LANGUAGES = ("en", "de", "fr", "es", "en-fr", "us", "ca")

_BRANDS = ("Osmerly", "Tibbick", "Larkmoor", "Hollin & Rae", "Brindle Court", "Casa Morel", "Quay")
_KINDS = ("juice", "nectar", "drink", "cordial", "concentrate", "honey")
_KJ_PER_G, _KCAL_PER_G = 17, 4


@dataclass(frozen=True)
class Column:
    """One column of the table: so many ml or g, as sold or made up, and how its head is printed."""

    amount: float
    unit: str
    prepared: bool
    head: str
    # What of a made-up drink is the thing as sold.
    share: float = 1.0


@dataclass(frozen=True)
class Printed:
    """A label: its text, the sugar of the thing as sold in 100 ml or g, whether two tables on it
    disagree, what its ingredients do to yeast (None: none are printed), how its table is set, and
    its columns in their order."""

    seed: int
    language: str
    text: str
    unit: str
    sugars_per_100: float
    step: float
    disagrees: bool
    verdict: str | None
    layout: str
    columns: str


@dataclass
class _Words:
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
    added: tuple[str, ...] = field(default=())


_EN = _Words(
    ("per 100 {u}", "Per 100{u}", "per 100 {u}:", "100{u}", "/100 {u}"),
    ("Nutrition", "Typical values", "Nutritional information", "NUTRITION"),
    "Energy", "Fat", ("of which saturates", "- of which saturates"),
    ("Carbohydrate", "Carbohydrates", "Total carbohydrate", "CARBOHYDRATE"),
    ("of which sugars", "- of which sugars", "of which sugars*", "OF WHICH SUGARS", "of which\nsugars"),
    "Protein", "Salt", ("undiluted", "as sold", "neat"), ("diluted", "as prepared", "made up", "as diluted"),
    ("per 250 {u} glass", "per 200{u} serving", "per serving (150 {u})", "per 1/2 pint (284 {u})", "per 150{u} portion"),
    ("per tablespoon (20 g)", "per 15 g serving", "1 tbsp (20 g)", "per teaspoon (7 g)"),
    "%RI* per glass", False, ("Ingredients:", "INGREDIENTS:", "Ingredients"),
    {"pear": "pear", "plum": "plum", "grape": "white grape", "quince": "quince", "blackcurrant": "blackcurrant"},
    "water", "sugar", ("citric acid", "acid: citric acid (E330)", "acidity regulator (citric acid)"),
    ("preservative: potassium sorbate", "preservatives (E202, E211)", "potassium sorbate", "preservative (sodium benzoate)",
     "E 202", "preservative: E-211", "INS 202", "preservatives: potas-\nsium sorbate", "sorbic acid", "E.202", "preservative 202", "p0tassium sorbate"),
    ("preservative: E224 (sulphites)", "sulphur dioxide", "E220", "potassium metabisulphite", "preservative (SO2)"),
    ("Free from preservatives.", "No artificial colours, flavours or preservatives.", "Zero preservatives.", "No added sugar.", "Contains no sorbates or benzoates."),
    ("Dilute 1 part with {n} parts water.", "Mix one part cordial with {n} parts of water.", "Dilute to taste: 1 part to {n} parts water."),
    {"juice": "{f} juice", "nectar": "{f} nectar", "drink": "{f} juice drink", "cordial": "{f} cordial", "concentrate": "{f} juice concentrate", "honey": "Blossom honey"},
    ("Not from concentrate.", "Once opened keep refrigerated and use within 3 days.", "Shake well.", "Best before: see cap.", "L202 B 12:04", "LOT E211", "Best before 11.2027",
     "Write to us: Brindle Court, Saltby Nook SN2 11E.", "Serving suggestion.", "No bits.", "Makes a fine long drink with sparkling water.", "Recycle me."),
    ("Includes 0 g added sugars",),
)  # fmt: skip
_DE = _Words(
    ("pro 100 {u}", "je 100 {u}", "pro 100{u}", "100 {u}", "Je 100 {u}:"),
    ("Nährwerte", "Nährwertangaben", "Durchschnittliche Nährwerte", "Nährwertdeklaration"),
    "Energie", "Fett", ("davon gesättigte Fettsäuren", "- davon gesättigte Fettsäuren"),
    ("Kohlenhydrate", "Kohlenhydrate gesamt", "KOHLENHYDRATE"),
    ("davon Zucker", "- davon Zucker", "davon\nZucker", "DAVON ZUCKER", "davon Zucker*"),
    "Eiweiß", "Salz", ("unverdünnt", "unzubereitet"), ("verdünnt", "zubereitet", "trinkfertig"),
    ("pro Glas (200 {u})", "pro Portion (250 {u})", "pro 200 {u} Glas", "je Portion (150 {u})"),
    ("pro EL (20 g)", "pro Portion (20 g)", "je Esslöffel (15 g)"),
    "%RM* pro Glas", True, ("Zutaten:", "ZUTATEN:", "Zutaten"),
    {"pear": "Birnen", "plum": "Pflaumen", "grape": "Trauben", "quince": "Quitten", "blackcurrant": "Johannisbeer"},
    "Wasser", "Zucker", ("Säuerungsmittel: Citronensäure", "Säuerungsmittel Citronensäure (E330)"),
    ("Konservierungsstoff: Kaliumsorbat", "Konservierungsstoffe (E202, E211)", "Konservierungsstoff: Natriumbenzoat", "Kaliumsorbat", "K-Sorbat",
     "Konservierungsstoff E 202", "Konservierungsstoff: Kalium-\nsorbat", "Kal1umsorbat"),
    ("Konservierungsstoff: Schwefeldioxid", "Kaliummetabisulfit", "Konservierungsstoff E224", "Schwefeldioxid (SO2)"),
    ("Ohne Konservierungsstoffe.", "Frei von Konservierungsstoffen.", "Ohne Zuckerzusatz.", "Ohne Farb- und Konservierungsstoffe."),
    ("1 Teil mit {n} Teilen Wasser mischen.", "Mischung: 1 Teil Sirup, {n} Teile Wasser."),
    {"juice": "{f}saft", "nectar": "{f}nektar", "drink": "{f}saftgetränk", "cordial": "{f}sirup", "concentrate": "{f}saftkonzentrat", "honey": "Blütenhonig"},
    ("Nach dem Öffnen gekühlt lagern.", "Vor Gebrauch schütteln.", "Mindestens haltbar bis: siehe Deckel.", "L202 17:31", "MHD 03.2027", "Charge E211", "Serviervorschlag.", "Ohne Fruchtfleisch."),
)  # fmt: skip
_FR = _Words(
    ("pour 100 {u}", "Pour 100{u}", "par 100 {u}", "100 {u}", "pour 100 {u} :"),
    ("Valeurs nutritionnelles", "Valeurs nutritionnelles moyennes", "Déclaration nutritionnelle", "Informations nutritionnelles"),
    "Énergie", "Matières grasses", ("dont acides gras saturés", "- dont acides gras saturés"),
    ("Glucides", "GLUCIDES", "Glucides totaux"),
    ("dont sucres", "- dont sucres", "dont\nsucres", "DONT SUCRES", "dont sucres*"),
    "Protéines", "Sel", ("non dilué", "tel que vendu"), ("dilué", "préparé", "reconstitué"),
    ("par verre (200 {u})", "par portion (250 {u})", "pour un verre de 200 {u}", "par portion de 150 {u}"),
    ("par cuillère à soupe (20 g)", "par portion (20 g)"),
    "%AR* par verre", True, ("Ingrédients :", "INGRÉDIENTS :", "Ingrédients"),
    {"pear": "poire", "plum": "prune", "grape": "raisin blanc", "quince": "coing", "blackcurrant": "cassis"},
    "eau", "sucre", ("acidifiant : acide citrique", "acidifiant (E330)"),
    ("conservateur : sorbate de potassium", "conservateurs (E202, E211)", "sorbate de potassium", "conservateur : benzoate de sodium", "E 202", "conservateur E211",
     "conservateur : sorbate de\npotassium", "s0rbate de potassium"),
    ("conservateur : anhydride sulfureux", "métabisulfite de potassium", "conservateur E224 (sulfites)", "dioxyde de soufre"),
    ("Sans conservateur.", "Sans conservateurs ni colorants.", "Sans sucres ajoutés.", "Sans colorant ni conservateur."),
    ("Diluer 1 volume de sirop dans {n} volumes d'eau.", "1 dose de sirop pour {n} doses d'eau."),
    {"juice": "Jus de {f}", "nectar": "Nectar de {f}", "drink": "Boisson au jus de {f}", "cordial": "Sirop de {f}", "concentrate": "Concentré de jus de {f}", "honey": "Miel de fleurs"},
    ("À conserver au frais après ouverture.", "Agiter avant de servir.", "À consommer de préférence avant : voir bouchon.", "LOT E211", "L202 08:12", "Sans pulpe.", "Suggestion de présentation."),
)  # fmt: skip
_ES = _Words(
    ("por 100 {u}", "Por 100{u}", "por cada 100 {u}", "100 {u}", "por 100 {u}:"),
    ("Información nutricional", "Valores nutricionales", "Valor nutricional medio"),
    "Valor energético", "Grasas", ("de las cuales saturadas", "- de las cuales saturadas"),
    ("Hidratos de carbono", "HIDRATOS DE CARBONO", "Carbohidratos"),
    ("de los cuales azúcares", "- de los cuales azúcares", "de los cuales\nazúcares", "de los que azúcares", "DE LOS CUALES AZÚCARES"),
    "Proteínas", "Sal", ("sin diluir", "tal como se vende"), ("diluido", "preparado", "reconstituido"),
    ("por vaso (200 {u})", "por ración (250 {u})", "por porción de 150 {u}", "por vaso de 200 {u}"),
    ("por cucharada (20 g)", "por ración (20 g)"),
    "%IR* por vaso", True, ("Ingredientes:", "INGREDIENTES:", "Ingredientes"),
    {"pear": "pera", "plum": "ciruela", "grape": "uva blanca", "quince": "membrillo", "blackcurrant": "grosella negra"},
    "agua", "azúcar", ("acidulante: ácido cítrico", "acidulante (E330)"),
    ("conservador: sorbato potásico", "conservadores (E202, E211)", "sorbato potásico", "conservante: benzoato sódico", "E-202", "SIN 202", "conservador: sorbato\npotásico", "s0rbato potásico", "sorbato de potasio"),
    ("conservador: dióxido de azufre", "metabisulfito potásico", "conservador E224 (sulfitos)", "anhídrido sulfuroso"),
    ("Sin conservantes.", "Sin conservadores ni colorantes.", "Sin azúcares añadidos.", "Sin colorantes ni conservantes."),
    ("Diluir 1 parte en {n} partes de agua.", "Mezclar 1 parte de jarabe con {n} partes de agua."),
    {"juice": "Zumo de {f}", "nectar": "Néctar de {f}", "drink": "Bebida de zumo de {f}", "cordial": "Jarabe de {f}", "concentrate": "Concentrado de zumo de {f}", "honey": "Miel de flores"},
    ("Una vez abierto, conservar en frío.", "Agitar antes de usar.", "Consumir preferentemente antes de: ver tapón.", "LOTE E211", "L202 10:05", "Sin pulpa.", "Sugerencia de presentación."),
)  # fmt: skip
_WORDS = {"en": _EN, "de": _DE, "fr": _FR, "es": _ES, "en-fr": _EN, "us": _EN, "ca": _EN}


# What hangs beside the label: prices, and what a day's diet is.
_SHELF_EDGE = {
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


def label(seed: int, language: str) -> Printed:
    """The label of a seed in one of LANGUAGES."""
    draw = random.Random(f"{seed}/{language}")  # noqa: S311 - not a secret
    words = _WORDS[language]
    kind = draw.choice(_KINDS)
    if language in ("us", "ca"):
        kind = draw.choice(("juice", "nectar", "drink"))
    fruit = draw.choice(sorted(words.juices))
    unit = "g" if kind == "honey" else "ml"
    step = (
        draw.choice((0.1, 0.1, 1.0))
        if kind not in ("honey", "concentrate")
        else draw.choice((0.1, 1.0))
    )
    low, high = {
        "juice": (7, 17), "nectar": (8, 14), "drink": (2, 10), "cordial": (25, 60), "concentrate": (40, 75), "honey": (76, 83),
    }[kind]  # fmt: skip
    sugars = round(round(draw.uniform(low, high) / step) * step, 1)
    carbs = round(sugars + draw.choice((0.0, 0.2, 0.5, 1.0)) * (1 if step < 1 else 2), 1)
    columns, dilution = _columns(draw, words, kind, unit, language)
    table, layout, disagrees = _table(draw, words, columns, sugars, carbs, step, language)
    listed, verdict = _ingredients(draw, words, kind, fruit)
    name = words.names[kind].format(f=words.juices[fruit])
    brand = draw.choice(_BRANDS)
    size = draw.choice(("1 L", "750 ml", "1 Litre", "500ml", "1,5 L" if words.comma else "1.5 L"))
    if unit == "g":
        size = draw.choice(("340 g", "500 g", "454g"))
    head = draw.choice(
        (f"{brand} {name} {size}", f"{brand}\n{name}\n{size}", f"{name}, {brand}. {size} e")
    )
    if draw.random() < 0.3:
        head = head.upper().replace(" ML", " ml")
    parts = [head]
    if dilution:
        parts.append(draw.choice(words.dilute).format(n=dilution))
    around = [listed] if listed else []
    if draw.random() < 0.35:
        around.append(draw.choice(_SHELF_EDGE[words.comma]))
    chat = draw.sample(words.chatter, draw.choice((0, 1, 1, 2, 3)))
    if draw.random() < 0.25 and verdict != "will_not_ferment":
        chat.append(draw.choice(words.denied))
    body = [*around, table] if draw.random() < 0.6 else [table, *around]
    for line in chat:
        body.insert(draw.randrange(len(body) + 1), line)
    text = "\n".join([*parts, *body])
    order = " | ".join(
        "made up" if c.prepared else "100" if c.amount == 100 else "serving" for c in columns
    )
    return Printed(seed, language, text, unit, sugars, step, disagrees, verdict, layout, order)


def _columns(
    draw: random.Random, words: _Words, kind: str, unit: str, language: str
) -> tuple[list[Column], int | None]:
    if language == "us":
        head = draw.choice(
            (
                "Serving size 8 fl oz (240 mL)",
                "Serving size 1 cup (240 mL)",
                "Serving Size 1 bottle (300 mL)",
            )
        )
        amount = 300.0 if "300" in head else 240.0
        return [Column(amount, "ml", False, head)], None
    if language == "ca":
        amount, said = draw.choice(
            ((250.0, "1 cup (250 mL)"), (200.0, "1 box (200 mL)"), (30.0, "2 Tbsp (30 mL)"))
        )
        french = {
            250.0: "1 tasse (250 mL)",
            200.0: "1 boîte (200 mL)",
            30.0: "2 c. à soupe (30 mL)",
        }[amount]
        return [Column(amount, "ml", False, f"Per {said}\npour {french}")], None
    per = Column(100.0, unit, False, draw.choice(words.per).format(u=unit))
    columns = [per]
    dilution = None
    if kind in ("cordial", "concentrate"):
        dilution = draw.choice((4, 5, 6, 7, 9, 10))
        state, made = draw.choice(words.undiluted), draw.choice(words.diluted)
        per = Column(100.0, unit, False, f"{per.head} {state}")
        diluted = Column(
            100.0, unit, True, f"{draw.choice(words.per).format(u=unit)} {made}", 1 / (dilution + 1)
        )
        columns = draw.choice(([per], [per, diluted], [diluted, per], [diluted]))
    elif draw.random() < 0.5:
        pool = words.spoon if unit == "g" else words.serving
        head = draw.choice(pool).format(u=unit)
        size = (
            float("".join(c for c in head.split("(")[-1] if c.isdigit()))
            if "(" in head
            else _first_number(head)
        )
        serving = Column(size, unit, False, head)
        columns = [per, serving] if draw.random() < 0.75 else [serving, per]
    return columns, dilution


def _first_number(text: str) -> float:
    digits = "".join(c if c.isdigit() else " " for c in text).split()
    return float(digits[0])


def _figure(draw: random.Random, value: float, step: float, comma: bool) -> str:
    decimals = 0 if step >= 1 else 1
    text = f"{value:.{decimals}f}"
    return text.replace(".", ",") if comma else text


def _table(
    draw: random.Random,
    words: _Words,
    columns: list[Column],
    sugars: float,
    carbs: float,
    step: float,
    language: str,
) -> tuple[str, str, bool]:
    glue = draw.choice(("", " "))

    def cells(per_100: float, fine: bool = True) -> list[str]:
        found = []
        for column in columns:
            value = per_100 * column.amount / 100 * column.share
            at = (
                step
                if column.amount == 100 and column.share == 1
                else draw.choice((step, 0.1 if value < 30 else step))
            )
            found.append(_figure(draw, value, at if fine else 0.1, words.comma))
        return found

    if language == "us":
        return _us(draw, columns[0], sugars, carbs), "us panel", False
    if language == "ca":
        return _canada(draw, columns[0], sugars, carbs), "canada panel", False
    energy = [
        f"{carbs * column.amount / 100 * column.share * _KJ_PER_G:.0f} kJ / {carbs * column.amount / 100 * column.share * _KCAL_PER_G:.0f} kcal"
        for column in columns
    ]
    carb, sugar = draw.choice(words.carbohydrate), draw.choice(words.sugars)
    if language == "en-fr":
        carb, sugar = (
            f"{carb} / {draw.choice(_FR.carbohydrate)}",
            f"{sugar} / {draw.choice(_FR.sugars)}".replace("\n", " "),
        )
    zero = ["<0.5" if not words.comma else "<0,5" for _ in columns]
    rows = [
        (words.energy, energy, ""),
        (words.fat, zero, "g"),
        (draw.choice(words.saturates), [z.replace("5", "1") for z in zero], "g"),
        (carb, cells(carbs), "g"),
        (sugar, cells(sugars), "g"),
        (words.protein, zero, "g"),
        (words.salt, [z.replace("5", "01") for z in zero], "g"),
    ]
    rows = _thinned(draw, rows, columns, carbs)
    heads = [column.head for column in columns]
    title = draw.choice(words.values)
    share = language != "en-fr" and len(columns) > 1 and draw.random() < 0.25
    layout = draw.choice(
        (
            "rows",
            "rows",
            "rows",
            "piped",
            "stacked heads",
            "sentence",
            "by column",
            "units in heads",
        )
    )
    if layout == "sentence" or (layout == "by column" and len(columns) > 1):
        layout = "sentence"
        column = 0 if len(columns) == 1 else draw.randrange(len(columns))
        column = next(
            (i for i, c in enumerate(columns) if c.amount == 100 and not c.prepared), column
        )
        sep = draw.choice((", ", "; "))
        told = sep.join(
            f"{name} {figures[column]}{glue if unit else ''}{unit}" for name, figures, unit in rows
        )
        told = told.replace("\n", " ")
        return f"{title} {heads[column]}: {told}.", layout, False
    if layout == "by column":
        names = [title, *(name.replace("\n", " ") for name, _, _ in rows)]
        figures = [
            heads[0],
            *(f"{figures[0]}{glue if unit else ''}{unit}" for _, figures, unit in rows),
        ]
        return "\n".join([*names, *figures]), layout, False
    gap = draw.choice(("  ", "   ", "\t", " | ")) if layout != "piped" else " | "
    in_head = layout == "units in heads"
    lines = [_heads(draw, title, heads, gap, layout)]
    if share:
        lines[0] += gap + words.share
    for name, figures, unit in rows:
        marked = [f"{f}{glue}{unit}" if unit and not in_head else f for f in figures]
        if share:
            marked.append(f"{draw.randrange(1, 30)}%")
        named = f"{name} ({unit})" if in_head and unit else name
        if draw.random() < 0.1:
            named += " ...."
        lines.append(gap.join([named, *marked]))
    disagrees = False
    if (
        draw.random() < 0.04
        and len(columns) == 1
        and not columns[0].prepared
        and columns[0].amount == 100
    ):
        disagrees = True
        other = _figure(draw, sugars * 1.4 + 3, step, words.comma)
        lines.append(f"{title} {heads[0]}: {carb} {other} g, {sugar} {other} g".replace("\n", " "))
    return "\n".join(lines), layout, disagrees


def _thinned(
    draw: random.Random, rows: list[tuple[str, list[str], str]], columns: list[Column], carbs: float
) -> list[tuple[str, list[str], str]]:
    """As many rows as a label cares to print: sometimes energy, carbohydrate and sugars alone,
    sometimes the sugars without the rest, sometimes energy in two lines or fibre between."""
    energy, fat, saturates, carbohydrate, sugars, protein, salt = rows
    roll = draw.random()
    if roll < 0.12:
        return [energy, carbohydrate, sugars]
    if roll < 0.18:
        return [energy, sugars, salt]
    if roll < 0.3:
        of = [column.amount / 100 * column.share for column in columns]
        kj = [f"{carbs * each * _KJ_PER_G:.0f} kJ" for each in of]
        kcal = [f"{carbs * each * _KCAL_PER_G:.0f} kcal" for each in of]
        return [
            (energy[0], kj, ""),
            (energy[0], kcal, ""),
            fat,
            saturates,
            carbohydrate,
            sugars,
            protein,
            salt,
        ]
    if roll < 0.4:
        fibre = ("Fibre", ["0.3" for _ in columns], "g")
        return [energy, fat, saturates, carbohydrate, sugars, fibre, protein, salt]
    return rows


def _heads(draw: random.Random, title: str, heads: list[str], gap: str, layout: str) -> str:
    if layout == "stacked heads":
        halves = [_halved(head) for head in heads]
        return "\n".join(
            [
                title,
                gap.join(first for first, _ in halves),
                gap.join(second for _, second in halves),
            ]
        ).rstrip()
    if draw.random() < 0.5:
        return gap.join([title, *heads])
    return f"{title}\n{gap.join(heads)}"


def _halved(head: str) -> tuple[str, str]:
    """A head over two lines: before its state or its size in brackets."""
    words = head.split()
    if len(words) < 3:
        return head, ""
    return " ".join(words[:-1]), words[-1]


def _us(draw: random.Random, column: Column, sugars: float, carbs: float) -> str:
    of = column.amount / 100
    added = draw.choice((0, 0, round(sugars * of / 2)))
    lines = [
        "Nutrition Facts",
        f"{draw.choice((4, 8))} servings per container",
        column.head,
        draw.choice(("Amount per serving", "Amount Per Serving")),
        f"Calories {carbs * of * _KCAL_PER_G:.0f}",
        "% Daily Value*",
        "Total Fat 0g 0%",
        "Saturated Fat 0g 0%",
        f"Sodium {draw.choice((5, 10, 15))}mg 1%",
        f"Total Carbohydrate {carbs * of:.0f}g {draw.randrange(4, 15)}%",
        "Dietary Fiber 0g 0%",
        f"Total Sugars {sugars * of:.0f}g",
        f"Includes {added}g Added Sugars {added * 2}%",
        "Protein 0g",
    ]
    return "\n".join(lines)


def _canada(draw: random.Random, column: Column, sugars: float, carbs: float) -> str:
    of = column.amount / 100
    lines = [
        draw.choice(("Nutrition Facts\nValeur nutritive", "Nutrition Facts / Valeur nutritive")),
        column.head,
        f"Calories {carbs * of * _KCAL_PER_G:.0f} % Daily Value*",
        "% valeur quotidienne*",
        "Fat / Lipides 0 g 0 %",
        "Saturated / saturés 0 g 0 %",
        f"Carbohydrate / Glucides {carbs * of:.0f} g",
        "Fibre / Fibres 0 g 0 %",
        f"Sugars / Sucres {sugars * of:.0f} g {draw.randrange(5, 30)} %",
        "Protein / Protéines 0.2 g",
        "Sodium 10 mg 1 %",
    ]
    return "\n".join(lines)


def _ingredients(
    draw: random.Random, words: _Words, kind: str, fruit: str
) -> tuple[str, str | None]:
    if draw.random() < 0.15:
        return "", None
    if kind == "honey":
        return f"{draw.choice(words.ingredients)} {words.names['honey'].lower()}.", "ferments"
    juice = words.names["juice"].format(f=words.juices[fruit])
    listed = [juice.lower() if not words.comma or words is not _DE else juice]
    if kind != "juice":
        listed = [words.water, words.sugar, *listed]
        if draw.random() < 0.5:
            listed.append(draw.choice(words.acid))
    verdict = "ferments"
    roll = draw.random()
    if roll < 0.35:
        listed.append(draw.choice(words.stops))
        verdict = "will_not_ferment"
    elif roll < 0.5:
        listed.append(draw.choice(words.hard))
        verdict = "hard"
    return f"{draw.choice(words.ingredients)} {', '.join(listed)}.", verdict
