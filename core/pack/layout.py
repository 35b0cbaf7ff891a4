"""A label's lines put as a table has them: heads over several lines in one, names that wrap in
one, and names and figures that stand in two columns beside each other.

Works on folded text (see core.pack.additives.fold). Only lines are moved; every letter stays.
"""

import re
from dataclasses import dataclass
from functools import cached_property
from itertools import pairwise

from core.pack.names import NUTRIENT
from core.pack.printed import MONEY
from core.pack.view import View, blank

_CELLS = re.compile(r"\s*\|\s*|\t+|\s{2,}")
_DIGIT = re.compile(r"\d")
_FIGURE = re.compile(r"(?:[<≤]\s*)?\d+(?:[.,]\d+)?\s*(?:g|mg|kj|kcal|%)?(?![a-z])")
_ONLY_FIGURES = re.compile(
    r"(?:[<≤~]?\s*\d+(?:[.,]\d+)?\s*(?:g|mg|kj|kcal|cal|%|/|\||\(|\)|\s)*)+(?:g|mg|kj|kcal)?"
)
# The first half of a name whose second stands in the next line.
_HALF_NAME = re.compile(
    r"[-–•\s]*(?:of\s+which|davon|dont|de\s+(?:los|las)\s+(?:cuales|que)|total|hidratos\s+de)\s*[-:]?\s*"
)
_FOR = re.compile(
    r"(?<![\w.,])(?:per|pro|je|por|pour|par|for|cada|100(?:\s?(?:ml|g))?)(?![\w%])|\d\s*(?:ml|g)\s*$"
)
_PRICE = re.compile(MONEY)
_SHORT, _LONG = 24, 44
_HUNDRED = re.compile(r"(?<![\w.,])[1l][0o][0o](?=\s?(?:ml|g)(?![a-z]))")
# "pour 100" with its "g" alone in the next line: a camera reads a 6 or a 9, and no figure stands
# there.
_LONE_G = re.compile(r"(?<![\w.,])(100[ \t]*\n[ \t]*)[689q](?=[ \t]*\n)")
_BEGINS_FIGURE = re.compile(r"\s*[<≤]?\s*\d")
_MOST_HEADS = 4
_LEAST_NAMES = 3


@dataclass(eq=False)
class _Line:
    start: int
    end: int
    text: str

    @cached_property
    def is_row(self) -> bool:
        """Whether it names a nutrient with a figure behind it."""
        name = NUTRIENT.search(self.text)
        return name is not None and bool(_FIGURE.search(self.text, name.end()))

    @cached_property
    def cells(self) -> list[tuple[int, int]]:
        """Where its cells stand, set apart by bars, tabs or two spaces."""
        return cells_of(self.text, self.start)


def cells_of(line: str, offset: int = 0) -> list[tuple[int, int]]:
    """Where the cells of a line stand in the text that it begins at `offset` of; one that begins
    with a gap has an empty one first."""
    found = []
    at = len(line) - len(line.lstrip(" |\t"))
    if at and _CELLS.match(line):
        found.append((offset, offset))
    for gap in _CELLS.finditer(line, at):
        if gap.start() > at:
            found.append((offset + at, offset + gap.start()))
        at = gap.end()
    if line[at:].strip():
        found.append((offset + at, offset + len(line.rstrip(" |\t"))))
    return found


def laid_out(folded: str) -> View:
    """The text as a table has it."""
    # "l00 ml" is 100, letter for letter.
    view = View.of(_LONE_G.sub(r"\1g", _HUNDRED.sub("100", folded)))
    for put in (_names_beside_figures, _whole_names, _heads_in_one):
        view = put(view)
    return view


def _lines(text: str) -> list[_Line]:
    found, at = [], 0
    for line in text.split("\n"):
        found.append(_Line(at, at + len(line), line))
        at += len(line) + 1
    return found


def _whole_names(view: View) -> View:
    """ "of which / sugars 10.8 g" in one line."""
    ends = [
        (line.end, line.end + 1)
        for line, after in pairwise(_lines(view.text))
        if _HALF_NAME.fullmatch(line.text) and NUTRIENT.match(after.text.lstrip())
    ]
    return View(blank(view.text, ends), view.places)


def _heads_in_one(view: View) -> View:
    """Lines over the first row of a table, each with as many cells, as one line: cell by cell."""
    lines = _lines(view.text)
    pieces: list[tuple[int, int] | str] = []
    at = kept = 0
    while at < len(lines):
        many = _stacked(lines, at)
        if many < 2:
            at += 1
            continue
        pieces.append((kept, lines[at].start))
        rows = [line.cells for line in lines[at : at + many]]
        wide = max(map(len, rows))
        for column in range(wide):
            for row in rows:
                if column < len(row):
                    pieces += [row[column], " "]
            pieces.append("  ")
        pieces.append("\n")
        at += many
        kept = lines[at].start
    return view.pieced([*pieces, (kept, len(view.text))]) if pieces else view


def _stacked(lines: list[_Line], at: int) -> int:
    """How many lines from here are heads of one table: right over a row with figures, none of
    them a row itself, the longest with a cell for each figure, and something that they are for."""
    if not lines[at].text.strip() or lines[at].is_row:
        return 0
    for many in range(_MOST_HEADS, 1, -1):
        heads, row = lines[at : at + many], lines[at + many : at + many + 1]
        if len(heads) < many or not row or not row[0].is_row:
            continue
        if any(line.is_row or not line.text.strip() for line in heads):
            continue
        counts = {len(line.cells) for line in heads}
        figures = len([cell for cell in row[0].cells if cell[1] > cell[0]]) - 1
        if not figures <= max(counts) <= figures + 1:
            continue
        if any(_PRICE.search(line.text) for line in heads):
            continue
        told = [line for line in heads if _FOR.search(line.text) and _short_cells(line, _LONG)]
        # Half a head is a word or two: what is longer is no head.
        if told and all(line in told or _goes_on(line) for line in heads):
            return many
    return 0


def _goes_on(line: _Line) -> bool:
    return _short_cells(line, _SHORT) and not _DIGIT.search(line.text)


def _short_cells(line: _Line, most: int) -> bool:
    return all(end - start <= most for start, end in line.cells)


def _names_beside_figures(view: View) -> View:
    """A list of names and then a list of figures, as many of each: each name with its own. What
    they are for may stand between the two."""
    lines = _lines(view.text)
    are_figures = [bool(_ONLY_FIGURES.fullmatch(line.text.strip())) for line in lines]
    for first in range(len(lines)):
        if not are_figures[first] or (first and are_figures[first - 1]):
            continue
        figures = 1
        while first + figures < len(lines) and are_figures[first + figures]:
            figures += 1
        if figures < _LEAST_NAMES:
            continue
        for heads in (0, 1):
            names = lines[max(first - heads - figures, 0) : first - heads]
            more = lines[max(first - heads - figures - 1, 0) : max(first - heads - figures, 0)]
            beyond = lines[first + figures : first + figures + 1]
            # One name, or one figure, more: which belongs to which cannot be told.
            if any(map(_is_name, more)) or any(_BEGINS_FIGURE.match(b.text) for b in beyond):
                continue
            if len(names) == figures and all(_is_name(line) for line in names):
                return _paired(view, lines, first, heads, figures)
    return view


def _is_name(line: _Line) -> bool:
    return NUTRIENT.search(line.text) is not None and not _DIGIT.search(line.text)


def _paired(view: View, lines: list[_Line], first: int, heads: int, figures: int) -> View:
    names = first - heads - figures
    pieces: list[tuple[int, int] | str] = []
    for line in (*lines[:names], *lines[first - heads : first]):
        pieces += [(line.start, line.end), "\n"]
    for name, figure in zip(
        lines[names : names + figures], lines[first : first + figures], strict=True
    ):
        pieces += [(name.start, name.end), "  ", (figure.start, figure.end), "\n"]
    for line in lines[first + figures :]:
        pieces += [(line.start, line.end), "\n"]
    return view.pieced(pieces)
