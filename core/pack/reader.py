"""A whole label as text, in any layout, read for what a brewer needs of it.

Each figure is a `Field` with its place in the text. What is not sure says why and is left for
the person: nothing unsure becomes a number behind their back. English, German, French and
Spanish.
"""

import re
from bisect import bisect_right
from collections.abc import Iterator
from dataclasses import dataclass, replace

from core.errors import JobError
from core.pack.additives import UNKNOWN, Ingredients, fold, read_ingredients
from core.pack.columns import AS_SOLD, Basis, bases_in, prices_in, shares_in
from core.pack.declared import Label, neat, read_label, undiluted
from core.pack.figures import sugars_in
from core.pack.fruit_names import Named, fruits_in, kinds_in
from core.pack.layout import laid_out
from core.pack.names import NUTRIENT
from core.pack.printed import AMOUNT, Amount, amount, number
from core.pack.title import price_of, title_of
from core.pack.view import blank

_MOST_LETTERS = 20_000


@dataclass(frozen=True, slots=True)
class Field:
    """One thing the label says: `text` as printed at `start` to `end`, `value` as read.

    `doubt` is why it is not sure, in a sentence; empty when it is.
    """

    key: str
    value: str
    start: int
    end: int
    doubt: str = ""

    @property
    def sure(self) -> bool:
        """Whether it may be used without asking."""
        return not self.doubt


@dataclass(frozen=True, slots=True)
class LabelText:
    """A label read. `fields` by key; `label` is the sugar of the thing as sold, None while any
    figure it rests on is unsure; `why_not` says then what to settle."""

    fields: dict[str, Field]
    ingredients: Ingredients
    label: Label | None
    why_not: str
    hints: tuple[tuple[str, str], ...]


def read_label_text(text: str) -> LabelText:
    """Read pasted, typed or photographed text.

    Keys of the fields: sugars, carbohydrate, polyols (grams as printed), basis ("100 ml"),
    prepared ("yes"), dilution (parts of water to one), makes (ml), pack (ml, g or pieces),
    serving (ml or g), juice (per cent), kind, fruit, name, brand, price, currency. Raises JobError
    for more text than a label holds.
    """
    if len(text) > _MOST_LETTERS:
        raise JobError("That is more than a label holds: paste the label alone.", "text")
    folded = _without_tags(fold(text))
    fields: dict[str, Field] = {}
    table = laid_out(folded)
    bases = bases_in(table.text)
    figures = tuple(
        replace(figure, start=span[0], end=span[1])
        for figure in _nutrients(table.text, bases)
        for span in (table.span(figure.start, figure.end),)
    )
    taken = [table.span(basis.start, basis.end) for basis in bases]
    taken += [(figure.start, figure.end) for figure in figures]
    taken += [table.span(*span) for span in (*shares_in(table.text), *prices_in(table.text))]
    served = tuple(_serving(folded))
    taken += [(each.start, each.end) for each in served]
    for field in (
        *figures,
        *_dilution(folded),
        *_sizes(folded, taken),
        *served,
        *_kind_and_fruit(folded),
        *_juice_share(folded),
        *(
            Field(each.key, each.value, each.start, each.end)
            for each in (*title_of(text, folded), *price_of(folded))
        ),
    ):
        fields.setdefault(field.key, field)
    _doubt_thin(fields, table.text)
    label, why_not = _label(fields)
    return LabelText(fields, ingredients_of(text), label, why_not, _hints(folded))


def ingredients_of(text: str) -> Ingredients:
    """What a whole label's ingredients do to yeast; unknown where none are seen on it.

    Raises JobError for more text than a label holds.
    """
    found = read_ingredients(text)
    # "Vitamin C 24 mg" in a table is no list.
    folded = fold(text)
    telling = any(not folded.startswith("vitamin", f.start) for f in found.findings)
    return found if telling or _INGREDIENTS.search(folded) else UNKNOWN


_INGREDIENTS = re.compile(
    r"(?<!\w)(?:ingredients?|zutat(?:en)?|ingredientes?|composition|composicion)(?!\w)"
)
_TAG = re.compile(r"</?[a-z][^<>]{0,200}>|&(?:nbsp|amp|lt|gt|#\d{1,4});")


def _without_tags(folded: str) -> str:
    """The text of pasted HTML: its tags blanked out, every letter still in its place."""
    return blank(folded, [match.span() for match in _TAG.finditer(folded)])


def _nutrients(folded: str, bases: list[Basis]) -> Iterator[Field]:
    """Sugars, carbohydrate and polyols, and the basis that their column stands for."""
    read = sugars_in(folded, bases)
    if read is None:
        return
    basis = read.basis
    if basis is not None and basis.amount:
        said = f"{basis.amount:g} {basis.unit}".strip()
        yield Field("basis", said, basis.start, basis.end, _about_basis(basis))
        if basis.prepared:
            yield Field("prepared", "yes", basis.start, basis.end)
    for key, row in read.rows.items():
        figure = row.at(read.column)
        yield Field(key, figure.text, figure.start, figure.end, read.doubts[key])


def _about_basis(basis: Basis) -> str:
    if not basis.unit:
        return "It says 100 ml or g: which of the two?"
    if not basis.sure and basis.unit == "g":
        return "Is that ounce a weight, or a fluid ounce? Give the serving in g or ml."
    if not basis.sure:
        return "A fluid ounce is 28 to 30 ml by country: give the serving in ml."
    return ""


# --- how it is made up, and how much there is ---------------------------------------------

_WORDS = {
    word: count
    for count, words in enumerate(
        (
            "one",
            "two zwei deux dos",
            "three drei trois tres",
            "four vier quatre cuatro",
            "five funf cinq cinco",
            "six sechs seis",
            "seven sieben sept siete",
            "eight acht huit ocho",
            "nine neun neuf nueve",
            "ten zehn dix diez",
        ),
        start=1,
    )
    for word in words.split()
}
_COUNT = rf"(\d{{1,2}}|{'|'.join(sorted(_WORDS, key=len, reverse=True))})"
_PART = r"(?:parts?|teile?n?|volumes?|partes?|doses?|mesures?|measures?|vol\.?)"
_WATER = r"(?:water|wasser|eau|agua)"
_PARTS = re.compile(
    rf"(?<!\w)(?:1|one|ein(?:e[nm]?)?|une?|una)\s+{_PART}(?!\w)[^.\d]{{0,60}}?(?<!\w){_COUNT}\s+{_PART}?"
    rf"\s*(?:of\s+|de\s+|d')?(?:\w+\s+)?{_WATER}(?!\w)"
)
_PARTS_LAST = re.compile(
    rf"(?<!\w)(?:1|one|ein(?:e[nm]?)?|une?|una)\s+{_PART}(?!\w)[^.\d]{{0,40}}?(?<!\w){_COUNT}\s+{_PART}(?!\w)"
)
_WATER_FIRST = re.compile(
    rf"(?:add|mit|with|ajouter|anadir|anada)\s+{_COUNT}\s+{_PART}\s+(?:of\s+|de\s+|d')?(?:\w+\s+)?{_WATER}"
)
_DILUTE_WORD = (
    r"(?:dilut\w*|mix\w*|mischung\w*|verdunn\w*|verhaltnis|mischen|dilue\w*|diluer|dilui\w*|diluc\w*"
    r"|mezcl\w*|ratio|concentrate|proportion\w*|reconstitu\w*)"
)
_RATIO = re.compile(rf"{_DILUTE_WORD}[^.\d\n]{{0,40}}(?<!\d)1\s*([:+/])\s*(\d{{1,2}})(?!\d)")
_RATIO_FIRST = re.compile(r"(?<!\d)1\s*([+])\s*(\d{1,2})(?!\d)(?!\s*(?:g|ml|l)\b)")
_SOME = AMOUNT.pattern
_MAKES = re.compile(
    rf"(?:makes|make|yields|gives|ergibt|ergeben|donne|rinde|produces|prepare|prepara|reconstitutes\s+to"
    rf"|fur)\s*(?:up\s+to|about|approx\.?|bis\s+zu|ca\.?|etwa|jusqu'a|environ|hasta|unos)?\s*{_SOME}"
)


def _dilution(folded: str) -> Iterator[Field]:
    for pattern in (_PARTS, _WATER_FIRST, _PARTS_LAST):
        match = pattern.search(folded)
        if match:
            parts = _WORDS.get(match[1]) or int(match[1])
            yield Field("dilution", str(parts), match.start(), match.end())
            break
    else:
        match = _RATIO.search(folded) or _RATIO_FIRST.search(folded)
        if match and int(match[2]) > 0:
            doubt = (
                ""
                if match[1] == "+"
                else (
                    f"1{match[1]}{match[2]}: one part to {match[2]} of water, or one in {match[2]}?"
                )
            )
            yield Field("dilution", match[2], match.start(), match.end(), doubt)
    made = _MAKES.search(folded)
    if made:
        size = amount(made[1], made[2])
        if size.ml:
            doubt = _about_size(size)
            yield Field("makes", f"{size.ml:g}", made.start(), made.end(), doubt)


def _about_size(size: Amount) -> str:
    if size.sure:
        return ""
    if size.g is not None:
        return "Is that ounce a weight, or a fluid ounce? Give it in g or ml."
    return "A fluid ounce or pint differs by country: give it in ml."


_SERVING = re.compile(
    r"(?<!\w)(?:servings?|portions?(?:sgr\w*)?|racion(?:es)?|porcion(?:es)?)(?!\w)"
)
_SERVING_LETTERS, _MOST_SERVED = 45, 500.0


def _serving(folded: str) -> Iterator[Field]:
    """How much of it is a glass: "serving size 8 fl oz (240 mL)", "eine Portion sind 200 ml"."""
    for named in _SERVING.finditer(folded):
        ends = folded.find("\n", named.end())
        ends = min(named.end() + _SERVING_LETTERS, len(folded) if ends < 0 else ends)
        for match in AMOUNT.finditer(folded, named.end(), ends):
            size = amount(match[1], match[2])
            if size.sure and (size.ml or size.g or 0) <= _MOST_SERVED:
                yield Field("serving", _said(size), match.start(), match.end())
                return


_ADDED = re.compile(r"(?<!\w)(?:add|with|mit|mix)\s{0,3}$")
_OF_WATER = re.compile(rf"\s*(?:of\s+|de\s+|d')?(?:\w+\s+)?{_WATER}(?!\w)")
_SEVERAL = re.compile(rf"(?<![\w.,])(\d{{1,2}})\s*[x×]\s*{_SOME}")
_LEAST_PACK_G = 40.0


def _sizes(folded: str, taken: list[tuple[int, int]]) -> Iterator[Field]:
    """The pack: a volume or weight that is no column, no nutrient and not what it makes."""
    text = blank(folded, [*taken, *(match.span() for match in _MAKES.finditer(folded))])
    for match in _SEVERAL.finditer(text):
        size = amount(match[2], match[3], int(match[1]))
        yield _pack(size, match.start(), match.end(), "")
        return
    nutrients = [m.end() for m in NUTRIENT.finditer(text)]

    def beside_nutrient(start: int) -> bool:
        before = bisect_right(nutrients, start)
        return before > 0 and start - nutrients[before - 1] < 25

    found = []
    for match in AMOUNT.finditer(text):
        size = amount(match[1], match[2])
        if size.g is not None and (
            size.g < _LEAST_PACK_G or (size.g <= 115 and beside_nutrient(match.start()))
        ):
            continue
        before = text[max(match.start() - 10, 0) : match.start()]
        after = text[match.end() : match.end() + 60]
        if _ADDED.search(before) or _OF_WATER.match(after):
            continue
        found.append((size, match))
    volumes = [(s, m) for s, m in found if s.ml is not None]
    chosen = volumes or found
    if not chosen:
        return
    size, match = next(((s, m) for s, m in chosen if s.sure), chosen[0])
    sizes = {round(s.ml or s.g or 0) for s, _ in chosen if s.sure}
    doubt = ""
    if len(sizes) > 1 and max(sizes) > 1.02 * min(sizes):
        doubt = "More than one size stands on it: which is the pack?"
    elif not size.sure:
        doubt = "A fluid ounce or pint differs by country: give it in ml."
    yield _pack(size, match.start(), match.end(), doubt)


def _pack(size: Amount, start: int, end: int, doubt: str) -> Field:
    return Field("pack", _said(size), start, end, doubt)


def _said(size: Amount) -> str:
    return f"{size.ml:g} ml" if size.ml is not None else f"{size.g:g} g"


# --- what it is -------------------------------------------------------------------------


def _kind_and_fruit(folded: str) -> Iterator[Field]:
    kinds, fruits = kinds_in(folded), fruits_in(folded)
    if kinds:
        alone = kinds[0].in_title or len(kinds) == 1
        yield _named("kind", kinds[0], "" if alone else "The small print names more than one kind.")
    if not fruits:
        return
    first = fruits[0]
    doubt = ""
    if len({fruit.key for fruit in fruits}) > 1:
        doubt = "More than one fruit: which is most of it?"
    elif not first.in_title:
        # "Ingredients: pear juice" says it; lemon juice in a cordial does not.
        juice = [kind.key for kind in kinds] == ["juice"]
        of_it = _JUICE_NEXT.match(folded, first.end) or _JUICE_BEFORE.search(folded, 0, first.start)
        if not juice or not of_it:
            doubt = "Named among the ingredients only."
    yield _named("fruit", first, doubt)


_JUICE_NEXT = re.compile(r"\s*(?:juice|saft|nectar|drink)|(?<=saft)|(?<=nektar)")
_JUICE_BEFORE = re.compile(r"(?:jus|zumo|jugo|nectar)\s+(?:de\s+|du\s+|d['’]|la\s+)*\Z")


def _named(key: str, named: Named, doubt: str) -> Field:
    return Field(key, named.key, named.start, named.end, doubt)


_SHARE = re.compile(
    r"(?:fruit\s+content|juice\s+content|fruchtgehalt|fruchtsaftgehalt|teneur\s+en\s+(?:fruits?|jus)"
    r"|contenido\s+de\s+(?:fruta|zumo|jugo))\s*:?\s*(?:minimum|min\.?|mindestens|minimo|au\s+moins)?\s*"
    r"(\d{1,3}(?:[.,]\d)?)\s*%"
    r"|(?:juice|saft|jus|zumo|jugo)(?:\s+[^\W\d_]+){0,7}\s*[(:]?\s*(\d{1,3}(?:[.,]\d)?)\s*%"
    r"|(\d{1,3}(?:[.,]\d)?)\s*%\s*(?:\w+\s+){0,3}(?:juice|saft|jus|zumo|jugo)"
)


def _juice_share(folded: str) -> Iterator[Field]:
    matches = list(_SHARE.finditer(folded))
    if matches:
        match = matches[0]
        said = next(group for group in match.groups() if group)
        doubt = "More than one share stands there." if len(matches) > 1 else ""
        if number(said) <= 100:
            yield Field("juice", said.replace(",", "."), match.start(), match.end(), doubt)


_HINTS = (
    (
        r"(?<!\w)nectars?(?!\w)|(?<!\w)nektar\w*",
        "nectar",
        "A nectar is fruit pulp let down with sugar and water: expect heavy lees.",
    ),
    (
        r"juice\s+drink|fruit\s+drink|fruchtsaftgetrank|fruchtgetrank|boisson\s+(?:aux?|de)\s|bebida\s+de",
        "drink",
        "A drink is part water and flavour: it makes a thin wine by itself.",
    ),
    (
        r"from\s+concentrate|konzentrat|concentre|concentrado",
        "from_concentrate",
        "From concentrate: as good to ferment as any, and clear.",
    ),
    (
        r"no\s+added\s+sugars?|ohne\s+zuckerzusatz|sans\s+sucres?\s+ajoute\w*|sin\s+azucar\w*\s+anadid\w*",
        "no_added_sugar",
        "No sugar added: what is printed is the fruit's own, or a sweetener's work.",
    ),
    (
        r"carbonated|sparkling|kohlensaure|gazeu\w+|petillant\w*|con\s+gas|gasificad\w+",
        "fizzy",
        "It is fizzy: flatten it first, or the reading and the foam will both be wrong.",
    ),
    (
        r"with\s+pulp|bits|fruchtfleisch|avec\s+pulpe|con\s+pulpa|naturally\s+cloudy|naturtrub\w*",
        "pulpy",
        "It is pulpy: start with more than you want to bottle.",
    ),
    (
        r"(?:needs|add|requires|plus|zugeben|ajouter|anadir)\s+[\d.,]+\s*k?g\s+(?:of\s+|de\s+)?"
        r"(?:sugar|zucker|sucre|azucar)",
        "expects_sugar",
        "It expects sugar of yours: pour that too, or a juice that carries as much.",
    ),
    (
        r"keep\s+refrigerated|unpasteuri[sz]ed|raw\s+juice|nicht\s+pasteurisiert|non\s+pasteurise\w*|sin\s+pasteurizar",
        "raw",
        "Not pasteurised, or opened before its time: it may have begun by itself.",
    ),
)  # fmt: skip


# What is said to be otherwise, or once it is open, or of what it is drunk with.
_NOT_SO = re.compile(
    r"(?:not|nicht|pas|no)\s+(?:from|aus|a\s+base\s+de|de)\s+\w*\s*(?:concentrat\w*|konzentrat\w*|concentr\w+)"
    r"|(?:no|without|ohne|sans|sin)\s+(?:added\s+)?(?:bits|pulp|fruchtfleisch|pulpe|pulpa)"
    r"|(?:once|after|when)\s+open\w*[^.\n]*|keep\s+refrigerated\s+(?:once|after|when)[^.\n]*"
    r"|(?:sparkling|carbonated|soda)\s+water|kohlensaurehaltig\w*\s+wasser|eau\s+(?:gazeuse|petillante)"
    r"|agua\s+(?:con\s+gas|gasificada)"
)


def _hints(folded: str) -> tuple[tuple[str, str], ...]:
    """What the words on it lead to expect, as (code, sentence)."""
    said = _NOT_SO.sub(" ", folded)
    return tuple((code, text) for pattern, code, text in _HINTS if re.search(pattern, said))


# --- all together ------------------------------------------------------------------------


# Less sugar than this is little for what is to be diluted, g in 100 ml. Common practice.
_THIN_G = 16.0
_THIN = "That is little for something to dilute: is it for the drink made up?"


def _doubt_thin(fields: dict[str, Field], table: str) -> None:
    """Doubt the sugars of a syrup or concentrate that are a drink's, where nothing on the label
    says that they are as sold."""
    sugars, basis, kind = (fields.get(key) for key in ("sugars", "basis", "kind"))
    if sugars is None or basis is None or "prepared" in fields or not basis.value.endswith("ml"):
        return
    dilutes = "dilution" in fields or (kind and kind.value in ("syrup", "concentrate"))
    per_100 = 100 * number(sugars.value.lstrip("<")) / float(basis.value.split()[0])
    if dilutes and per_100 < _THIN_G and not AS_SOLD.search(table) and sugars.sure:
        fields["sugars"] = replace(sugars, doubt=_THIN)


def _label(fields: dict[str, Field]) -> tuple[Label | None, str]:
    """The sugar of the thing as sold, or why it cannot be said yet."""
    sugars, basis = fields.get("sugars"), fields.get("basis")
    if sugars is None:
        return None, "No sugars line found: write the sugars as printed."
    if basis is None:
        return None, "It does not say what the sugars are for: in 100 ml, in 100 g, in a serving?"
    rests_on = [sugars, basis]
    prepared = "prepared" in fields
    dilution, makes, pack = fields.get("dilution"), fields.get("makes"), fields.get("pack")
    if prepared and dilution:
        rests_on.append(dilution)
    elif prepared and makes and pack:
        rests_on += [makes, pack]
    elif prepared:
        return None, "The figures are for the diluted drink: say how it is diluted."
    unsure = next((field for field in rests_on if not field.sure), None)
    if unsure:
        return None, unsure.doubt
    size, unit = basis.value.split()
    try:
        label = read_label(sugars.value, float(size), unit)
        if prepared and dilution:
            label = neat(label, float(dilution.value))
        elif prepared and makes and pack and pack.value.endswith("ml"):
            label = undiluted(label, float(pack.value.split()[0]), float(makes.value))
    except JobError as error:
        return None, error.text
    return label, ""
