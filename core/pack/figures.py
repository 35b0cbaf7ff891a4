"""The figures of a nutrition table: which belong to sugars, carbohydrate and polyols, for what
column, and whether they can be what they say.

Works on folded text (see core.pack.additives.fold).
"""

import re
from dataclasses import dataclass, replace
from itertools import pairwise

from core.pack.basis import Basis
from core.pack.declared import MOST_PER_100_G, MOST_PER_100_ML
from core.pack.layout import cells_of
from core.pack.names import NUTRIENT
from core.pack.printed import number
from core.pack.view import blank

# Sugar spoken of without its figure, or with another's.
_NOT_SUGARS = re.compile(
    # What was put in: "Ingredients: water, sugar (10 g/100 ml), …".
    r"(?:ingredients?|zutaten|ingredientes)(?!\w)[^.\n]{0,300}?(?:sugar|zucker|sucre|azucar)\s*\([^)\n]*\)"
    r"|(?:includes?|including|incl\.?|inkl\.?|dont|incluye)\s*[<\d.,]+\s*g\s*(?:of\s+)?added\s+sugars?"
    r"|added\s+sugars?\s*[<\d.,]*\s*g?|azucares\s+anadidos\s*[<\d.,]*\s*g?"
    r"|sucres\s+ajoutes\s*[<\d.,]*\s*g?|zugesetzter?\s+zucker\s*[<\d.,]*\s*g?"
    r"|(?:no|without|zero|low|reduced|less|ohne|sin|sans|kein|weniger)\s+(?:added\s+|anadid\w+\s+)?"
    r"(?:sugars?|zucker\w*|azucar\w*|sucres?)(?:\s+ajoutes|\s+anadid\w+|zusatz)?"
    r"|naturally\s+occurring\s+sugars?|sugar[\s-]free|zuckerfrei"
)
_GRAMS = r"g(?:r|rams?|ramos?|rammes|ramm)?(?![a-z])"
_VALUE = re.compile(
    r"(?P<less><|≤|less\s+than|weniger\s+als|menos\s+de|moins\s+de)?\s*"
    r"(?:(?P<number>\d{1,3}(?:[.,]\d{1,3})?)(?!\d)\s*"
    rf"(?:(?P<grams>{_GRAMS})|(?P<other>%|kj|kcal|cal|mg|µg|ug|mcg|ml|cl|kg|lit[re]{{2}}s?|l(?!\w)"
    r"|tsp|tbsp|(?:tea|table)?spoons?|cubes?|lumps?|oz|ounces?|teeloffel|essloffel|wurfel|cuill?\w*"
    r"|morceaux|cucharad\w*|terron\w*))?"
    r"|(?P<trace>traces?|trazas?|spuren|nil|null|none)(?!\w))"
)
# A figure right before a name: "11.2 g carbohydrate (10.8 g of sugars)".
_FIGURE_BEFORE = re.compile(
    r"(?<![\w.,])(<\s*)?(\d{1,3}(?:[.,]\d{1,3})?)\s*(?:g|grams?|gramm|gramos|grammes)\s+"
    r"(?:(?:of|de|von)\s+)?\Z"
)
_PER_CENT = re.compile(r"\s{0,2}%")
# A figure that another follows in one cell.
_LENT = re.compile(r"\s{0,3}[/|]\s{0,3}[<\d]")
# "(g)" or ", g" beside a name marks every figure of its row.
_HEADED_G = re.compile(r"\*{0,2}\s*[,:]?\s*\(?\s*(?:in\s+)?g\s*\)?(?=[\s:\d])")
# Between a name and its figures, and between figures, stand no words but these.
_LETTER = re.compile(r"[^\W_]")
_WORDS_BETWEEN = re.compile(r"(?<![^\W\d_])(?!(?:ri|ar|nrv|vrn|dv|gda|total|avg|ca)\b)[^\W\d_]{2,}")
_FAR = 130
# So near each other stand the heads of two columns.
_BESIDE = 40
# Two figures for the same differ by no more than rounding, g.
_ROUNDED = 0.55
# "% RI" after the last head: over a column of shares.
_SHARE_HEAD = re.compile(r"[^\n\d%]{0,24}%")
# What stands between a name and the same in another language.
_TRANSLATED = re.compile(r"[*\s]{0,3}(?:[/,(|]|-)[\s-]{0,4}")
# So near before a name stands a figure that is its own.
_CLOSE = 40


@dataclass(frozen=True, slots=True)
class Figure:
    """A printed figure in grams, its text and place; `marked` when a "g" stands with it,
    `smudged` when a letter touches it that is no unit: an I read for a 1, an O for a 0."""

    text: str
    grams: float
    start: int
    end: int
    marked: bool
    smudged: bool = False


@dataclass(frozen=True, slots=True)
class Row:
    """One line of a table: the nutrient, and its figure in each column."""

    key: str
    figures: tuple[Figure, ...]

    @property
    def start(self) -> int:
        """Where its first figure stands."""
        return self.figures[0].start

    @property
    def end(self) -> int:
        """Where its last figure ends."""
        return self.figures[-1].end

    def at(self, column: int) -> Figure:
        """The figure of a column, or the last there is."""
        return self.figures[min(column, len(self.figures) - 1)]


@dataclass(frozen=True, slots=True)
class Sugars:
    """The rows that matter, the column to take, and what it is for; `doubt` about that choice.

    `rows` holds sugars, carbohydrate and polyols as far as they are printed.
    """

    rows: dict[str, Row]
    column: int
    basis: Basis | None
    doubt: str
    doubts: dict[str, str]


def sugars_in(folded: str, bases: list[Basis]) -> Sugars | None:
    """Sugars, carbohydrate and polyols of the table, as sold and per 100 where that is printed.

    None when neither sugars nor carbohydrate has a figure.
    """
    masked = blank(folded, [match.span() for match in _NOT_SUGARS.finditer(folded)])
    masked = blank(masked, [(basis.start, basis.end) for basis in bases])
    rows = _rows(masked)
    wanted = _wanted(rows, bases)
    if wanted is None:
        return None
    heads = _heads(wanted, rows, bases)
    column, basis, doubt = _column(wanted, heads, bases, folded)
    chosen = {wanted.key: wanted}
    for key in ("sugars", "carbohydrate", "polyols"):
        near = [row for row in rows if row.key == key]
        if near:
            chosen.setdefault(key, min(near, key=lambda row: abs(row.start - wanted.start)))
    marked = any(figure.marked for row in rows for figure in row.figures)
    energy = _energy_kcal(masked, _table_begins(wanted, rows)) or _energy_kcal(masked)
    doubt = doubt or _disagrees(wanted, wanted.at(column), basis, rows, bases)
    doubts = {key: doubt or _doubt(key, chosen, column, basis, marked, energy) for key in chosen}
    return Sugars(chosen, column, basis, doubt, doubts)


def _rows(masked: str) -> list[Row]:
    """Every nutrient's name with the figures that follow it."""
    names = _once_named(masked, list(NUTRIENT.finditer(masked)))
    before = _figures_before(masked, names)
    if before:
        return before
    rows = []
    waiting: list[str] = []
    for index, name in enumerate(names):
        key = str(name.lastgroup)
        end = names[index + 1].start() if index + 1 < len(names) else len(masked)
        figures = _figures(masked, name.end(), min(end, name.end() + _FAR))
        if not figures:
            # Names of a table follow one another; "sugar" among ingredients has words behind it.
            listed = not _LETTER.search(masked, name.end(), min(end, name.end() + _FAR))
            waiting = [*waiting, key] if listed else []
            continue
        # Names in one line and figures in the next: as many figures as names, in their order.
        grams = [other for other in (*waiting, key) if other != "energy"]
        if waiting and len(grams) > 1 and len(figures) == len(grams):
            rows += [Row(other, (f,)) for other, f in zip(grams, figures, strict=True)]
        else:
            rows.append(Row(key, tuple(figures)))
        waiting = []
    return rows


def _once_named(masked: str, names: list[re.Match[str]]) -> list[re.Match[str]]:
    """Names of one row in two languages as one, "Sugars / Sucres": the last of them."""
    after = [*names[1:], None][: len(names)]
    return [
        name
        for name, other in zip(names, after, strict=True)
        if other is None
        or other.lastgroup != name.lastgroup
        or not _TRANSLATED.fullmatch(masked, name.end(), other.start())
    ]


def _figures_before(masked: str, names: list[re.Match[str]]) -> list[Row]:
    """Rows of text whose figures come before their names; none where they follow.

    "Carbohydrate 11 g sugars 10 g" has a figure before its sugars too: what tells the two apart
    is that the first name has one before it, and the last has none after.
    """
    weighed = [name for name in names if name.lastgroup != "energy"]
    found = [
        _FIGURE_BEFORE.search(masked, max(0, name.start() - _CLOSE), name.start())
        for name in weighed
    ]
    if not found or found[0] is None or _figures(masked, weighed[-1].end(), len(masked)):
        return []
    rows = []
    for name, match in zip(weighed, found, strict=True):
        if match:
            text = f"<{match[2]}" if match[1] else match[2]
            begins = match.start(1) if match[1] else match.start(2)
            figure = Figure(text, number(match[2]), begins, match.end(2), True)
            rows.append(Row(str(name.lastgroup), (figure,)))
    return rows


def _figures(masked: str, start: int, end: int) -> list[Figure]:
    headed = _HEADED_G.match(masked, start, end)
    reached = headed.end() if headed else start
    found: list[Figure] = []
    ends = end
    for match in _VALUE.finditer(masked, reached, end):
        if _WORDS_BETWEEN.search(masked, reached, match.start()):
            break
        at = max(match.start("number"), match.start("trace"))
        if at > ends:
            break
        if not found and "\n" not in masked[start:at]:
            # What begins beside the name ends with its line: under it stand prices and codes.
            line = masked.find("\n", at, end)
            ends = end if line < 0 else line
        reached = match.end()
        if match["trace"]:
            found.append(Figure("<0.5", 0.25, *match.span("trace"), True))
            continue
        if match["other"] or _PER_CENT.match(masked, match.end()):
            continue
        text = f"<{match['number']}" if match["less"] else match["number"]
        begins = match.start("less") if match["less"] else match.start("number")
        marked = bool(match["grams"] or headed)
        stop = match.end("number")
        first = match.start("number")
        # Right behind the name a letter is the name's own.
        before = first > start and (masked[first - 1].isalpha() or masked[first - 1] in ".,")
        smudged = before or (not match["grams"] and masked[stop : stop + 1].isalpha())
        found.append(Figure(text, number(match["number"]), begins, stop, marked, smudged))
    if found and found[-1].marked:
        # "10.4 / 26.0 g": the last lends its unit to those before it.
        found = [replace(f, marked=True) if _lent(masked, f) else f for f in found]
    return found


def _lent(masked: str, figure: Figure) -> bool:
    return _LENT.match(masked, figure.end) is not None


def _wanted(rows: list[Row], bases: list[Basis]) -> Row | None:
    """The row of sugars to read: where the label has two tables, the one per 100 as sold."""
    sugars = [row for row in rows if row.key == "sugars"]
    if not sugars:
        return next((row for row in rows if row.key == "carbohydrate"), None)

    def per_100(row: Row) -> bool:
        before = [b for b in bases if b.heads and b.end <= row.start]
        return bool(before) and before[-1].amount == 100 and not before[-1].prepared

    return next((row for row in sugars if per_100(row)), sugars[0])


def _heads(wanted: Row, rows: list[Row], bases: list[Basis]) -> list[Basis]:
    """The columns over a row: named before it and after any table above, once each."""
    began = _table_begins(wanted, rows)
    before = [b for b in bases if b.end <= wanted.start]
    before = [b for b in before if b.start >= began] or before
    every = _once(before)
    heads = _once([b for b in before if b.heads])
    # A serving whose size is told heads a column after all where the figures need one more.
    count = len(wanted.figures)
    return every if len(heads) != count and len(every) == count else heads


def _table_begins(wanted: Row, rows: list[Row]) -> int:
    """Where the table of a row begins: at its label's first letter, or after the table above."""
    above = [row.end for row in rows if row.key == wanted.key and row.end < wanted.start]
    return max(above, default=0)


def _disagrees(
    wanted: Row, figure: Figure, basis: Basis | None, rows: list[Row], bases: list[Basis]
) -> str:
    """Whether another table, or a sticker, says something else for the same amount."""
    if basis is None:
        return ""
    same = (basis.amount, basis.unit, basis.prepared)
    for row in rows:
        if row.key != wanted.key or row.start == wanted.start:
            continue
        for place, head in enumerate(_heads(row, rows, bases)):
            other = row.at(place)
            if (head.amount, head.unit, head.prepared) != same or len(row.figures) <= place:
                continue
            if abs(other.grams - figure.grams) > _ROUNDED:
                return f"It says {figure.text} g and {other.text} g for the same: which is true?"
    return ""


def _once(bases: list[Basis]) -> list[Basis]:
    kept: list[Basis] = []
    for basis in bases:
        same = (basis.amount, basis.unit, basis.prepared)
        if same not in [(b.amount, b.unit, b.prepared) for b in kept]:
            kept.append(basis)
    return kept


def _column(
    wanted: Row, heads: list[Basis], bases: list[Basis], folded: str
) -> tuple[int, Basis | None, str]:
    """Which figure of the row to take, what it is for, and what is doubtful about that."""
    count = len(wanted.figures)
    if not heads:
        return 0, *_named_after(wanted, bases)
    if count == len(heads) + 1 and _SHARE_HEAD.match(folded, heads[-1].end):
        # The last is a share of a day's, its sign in the head alone.
        count -= 1
        wanted = replace(wanted, figures=wanted.figures[:count])
    order = sorted(range(len(heads)), key=lambda i: (heads[i].prepared, heads[i].amount != 100, i))
    best = order[0]
    if len(heads) == 1:
        if count > 1 and _twice(heads[0], wanted, bases):
            return 0, heads[0], "Two columns are for the same amount: which is it as sold?"
        under = _under(heads[0], count, folded)
        if under is not None:
            return under, heads[0], ""
        grows = wanted.figures[0].grams <= wanted.figures[-1].grams
        return 0, heads[0], "" if grows else "Several figures stand in the row of one column."
    if count == 1:
        return 0, heads[best], f"One figure stands there for {len(heads)} columns: for which?"
    if count != len(heads) or not _in_proportion(wanted, heads):
        return (
            min(best, count - 1),
            heads[best],
            ("The columns do not agree with what they are for: copy the figure yourself."),
        )
    return best, heads[best], ""


def _under(head: Basis, count: int, folded: str) -> int | None:
    """Which of so many figures stands under a head, by its place among the cells of its line; None
    where the line has fewer cells."""
    begins = folded.rfind("\n", 0, head.start) + 1
    line = folded[begins:].partition("\n")[0]
    cells = [c for c in cells_of(line, begins) if not folded.startswith("%", c[0])]
    own = next((i for i, (start, end) in enumerate(cells) if start <= head.start < end), None)
    if own is None or len(cells) < count:
        return None
    under = own - (len(cells) - count)
    return under if 0 <= under < count else None


def _twice(head: Basis, wanted: Row, bases: list[Basis]) -> bool:
    """Whether two columns beside each other are for the same, one of them made up as it seems."""
    same = [
        b
        for b in bases
        if b.heads and b.end <= wanted.start and (b.amount, b.unit) == (head.amount, head.unit)
    ]
    return any(later.start - earlier.end < _BESIDE for earlier, later in pairwise(same))


def _named_after(wanted: Row, bases: list[Basis]) -> tuple[Basis | None, str]:
    """What a row is for when nothing stands over it: "10.4 g of sugars per 100 ml"."""
    after = [b for b in bases if b.heads and b.start >= wanted.figures[0].end]
    if not after:
        return None, ""
    near = after[0].start - wanted.figures[0].end < 40
    if len(after) > 1 and not near:
        return None, ""
    between = [f for f in wanted.figures[1:] if f.end <= after[0].start]
    return after[0], "Several figures stand in the row of one column." if between else ""


def _in_proportion(wanted: Row, heads: list[Basis]) -> bool:
    """Whether the figures stand to each other as the columns' sizes do, rounding allowed."""
    known = [
        (figure.grams, basis)
        for figure, basis in zip(wanted.figures, heads, strict=True)
        if basis.amount and not basis.prepared
    ]
    for (first, of_first), (second, of_second) in pairwise(known):
        if of_first.unit != of_second.unit or min(first, second) < 1:
            continue
        # Half a gram of rounding on the smaller figure, and a tenth.
        slack = 1.1 + 0.5 / min(first, second)
        ratio = (second / first) / (of_second.amount / of_first.amount)
        if not 1 / slack <= ratio <= slack:
            return False
    return True


_KCAL = re.compile(
    r"(?:calories|calorias)(?:\s*/\s*(?:calories|calorias))?\s*:?\s*(\d{1,4})"
    r"|(?<![\w.,])(\d{1,4}(?:[.,]\d)?)[^\S\n]*(?:k?cal(?![a-z])|calor(?:ies|ias)(?!\s*[/:\d]))"
)
_KJ = re.compile(r"(?<![\w.,])(\d{1,5}(?:[.,]\d)?)\s*kj")
_KJ_PER_KCAL = 4.184
# Energy of carbohydrate, kcal/g. Source: Regulation (EU) 1169/2011 Annex XIV.
_KCAL_PER_G = 4.0
_MOST_KCAL = 1000


def _energy_kcal(masked: str, begins: int = 0) -> list[float]:
    """Energy of each column in kcal, in their order, as printed from a place on."""
    kcal = [float((m[1] or m[2]).replace(",", ".")) for m in _KCAL.finditer(masked, begins)]
    if not kcal:
        kcal = [float(m[1].replace(",", ".")) / _KJ_PER_KCAL for m in _KJ.finditer(masked, begins)]
    # "8400 kJ / 2000 kcal" is a day's, not a glass's.
    return [each for each in kcal if each < _MOST_KCAL]


def _doubt(
    key: str,
    rows: dict[str, Row],
    column: int,
    basis: Basis | None,
    marked: bool,
    energy_kcal: list[float],
) -> str:
    """Why a figure cannot be trusted, in a sentence; empty when it can."""
    figure = rows[key].at(column)
    if figure.smudged:
        return f"A letter touches {figure.text}: a digit misread?"
    if marked and not figure.marked:
        return f"No “g” stands behind {figure.text}: a g misread as a 9, or another figure?"
    most = MOST_PER_100_G if basis and basis.unit == "g" else MOST_PER_100_ML
    if basis and basis.amount and 100 * figure.grams / basis.amount > most:
        return f"{figure.text} g in {basis.amount:g} {basis.unit} is more than can dissolve."
    if key == "sugars" and "carbohydrate" in rows:
        whole = rows["carbohydrate"].at(column)
        if figure.grams > whole.grams + 0.55:
            return (
                f"Sugars of {figure.text} g cannot be more than the carbohydrate, {whole.text} g."
            )
    if key != "polyols" and energy_kcal:
        kcal = energy_kcal[min(column, len(energy_kcal) - 1)]
        brings = _KCAL_PER_G * figure.grams
        too_much = brings > 1.5 * kcal + 12
        too_little = key == "carbohydrate" and kcal > 40 and 0 < brings < 0.2 * kcal
        if too_much or too_little:
            return f"{figure.text} g would bring {brings:.0f} kcal; the label says {kcal:.0f}."
    return ""
