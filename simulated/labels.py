"""Labels as shops hang them out, drawn at random from parts: what is printed, and what is true.

A stand-in for a shelf full of packs. Every draw comes from a seed, so that a score says how a
reader does on labels that nobody has seen, not on those it was made for. All names are made up.
"""

import random
from dataclasses import dataclass, replace

from simulated.label_panels import KCAL_PER_G, canada_panel, us_panel
from simulated.label_words import FRENCH, GERMAN, SHELF_EDGE, WORDS, Words

LANGUAGES = ("en", "de", "fr", "es", "en-fr", "us", "ca")

_BRANDS = ("Osmerly", "Tibbick", "Larkmoor", "Hollin & Rae", "Brindle Court", "Casa Morel", "Quay")
_KINDS = ("juice", "nectar", "drink", "cordial", "concentrate", "honey")
_KJ_PER_G = 17


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


def label(seed: int, language: str) -> Printed:
    """The label of a seed in one of LANGUAGES."""
    draw = random.Random(f"{seed}/{language}")  # noqa: S311 - not a secret
    words = WORDS[language]
    kind = draw.choice(_KINDS)
    if language in ("us", "ca"):
        kind = draw.choice(("juice", "nectar", "drink", *(("cordial",) * (language == "us"))))
    fruit = draw.choice(sorted(words.juices))
    unit = "g" if kind == "honey" else "ml"
    step = (
        draw.choice((0.1, 0.1, 1.0))
        if kind not in ("honey", "concentrate")
        else draw.choice((0.1, 1.0))
    )
    low, high = {
        "juice": (7, 17),
        "nectar": (8, 14),
        "drink": (2, 10),
        "cordial": (25, 60),
        "concentrate": (40, 75),
        "honey": (76, 83),
    }[kind]
    sugars = round(round(draw.uniform(low, high) / step) * step, 1)
    carbs = round(sugars + draw.choice((0.0, 0.2, 0.5, 1.0)) * (1 if step < 1 else 2), 1)
    columns, dilution = _columns(draw, words, kind, unit, language)
    table, layout, disagrees = _table(draw, words, columns, sugars, carbs, step, language)
    listed, verdict = _ingredients(draw, words, kind, fruit, language)
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
        around.append(draw.choice(SHELF_EDGE[words.comma]))
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
    draw: random.Random, words: Words, kind: str, unit: str, language: str
) -> tuple[list[Column], int | None]:
    if language == "us":
        amount, said = draw.choice(
            ((30.0, "2 Tbsp (30 mL)"), (60.0, "2 fl oz (60 mL)"))
            if kind == "cordial"
            else (
                (240.0, "8 fl oz (240 mL)"),
                (240.0, "1 cup (240 mL)"),
                (300.0, "1 bottle (300 mL)"),
            )
        )
        named = draw.choice(("Serving size", "Serving Size", "Serv. Size"))
        return [Column(amount, "ml", False, f"{named} {said}")], None
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
        if len(columns) > 1 and draw.random() < 0.25:
            # "Per 100 ml of syrup / per 100 ml of the drink", "per 100 ml* … *when diluted".
            neat, drink = words.of_it
            as_sold = draw.choice(words.per).format(u=unit).rstrip(" :")
            heads = {True: f"{as_sold} {drink}", False: f"{as_sold} {neat}"}
            columns = [replace(column, head=heads[column.prepared]) for column in columns]
    elif draw.random() < 0.5:
        pool = words.spoon if unit == "g" else words.serving
        head = draw.choice(pool).format(u=unit)
        size = (
            float("".join(c for c in head.split("(")[-1] if c.isdigit()))
            if "(" in head
            else _first_number(head)
        )
        if draw.random() < 0.2:
            # Bare sizes, "100 ml    250 ml".
            per = replace(per, head=f"100 {unit}")
            head = f"{size:g} {unit}"
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
    words: Words,
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
        return (*us_panel(draw, columns[0].head, columns[0].amount, sugars, carbs), False)
    if language == "ca":
        told = canada_panel(draw, columns[0].head, columns[0].amount, sugars, carbs)
        return told, "canada panel", False
    held = [carbs * column.amount / 100 * column.share for column in columns]
    energy = [f"{each * _KJ_PER_G:.0f} kJ / {each * KCAL_PER_G:.0f} kcal" for each in held]
    carb, sugar = draw.choice(words.carbohydrate), draw.choice(words.sugars)
    if language == "en-fr":
        carb, sugar = (
            f"{carb} / {draw.choice(FRENCH.carbohydrate)}",
            f"{sugar} / {draw.choice(FRENCH.sugars)}".replace("\n", " "),
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
    # The sign may stand in the head alone.
    sign = draw.choice(("%", "%", ""))
    for name, figures, unit in rows:
        marked = [f"{f}{glue}{unit}" if unit and not in_head else f for f in figures]
        if share:
            marked.append(f"{draw.randrange(1, 30)}{sign}")
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
        kcal = [f"{carbs * each * KCAL_PER_G:.0f} kcal" for each in of]
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


def _ingredients(
    draw: random.Random, words: Words, kind: str, fruit: str, language: str
) -> tuple[str, str | None]:
    if draw.random() < 0.15:
        return "", None
    if kind == "honey":
        return f"{draw.choice(words.ingredients)} {words.names['honey'].lower()}.", "ferments"
    juice = words.names["juice"].format(f=words.juices[fruit])
    listed = [juice.lower() if not words.comma or words is not GERMAN else juice]
    if language == "us" and kind == "juice" and draw.random() < 0.5:
        listed = [draw.choice(("water", "filtered water")), f"{juice.lower()} concentrate"]
    elif kind != "juice":
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
