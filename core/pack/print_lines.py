"""Pieces of print as a picture has them, put into the lines that they stand in.

Lines are found by the print's own slope, piece by piece: a label that is turned, seen aslant or
wound round a bottle has no level of its own.
"""

import itertools
import math
import re
from collections.abc import Sequence
from dataclasses import dataclass, replace
from statistics import median

Corner = tuple[float, float]

# How far, in letters' heights, a piece may lie off the line that the one before it points along.
_OFF_LINE = 0.55
# A piece so many times as long as it is high shows its slope by itself.
_TELLS_SLOPE = 2.5
# Wider than so many heights it is a gap between two columns of a table.
_CELL_GAP = 1.2
# Two texts beside each other have so much between them, and so many lines of words each.
_GUTTER, _LEAST_LINES = 1.0, 4
_WORDS = re.compile(r"[^\W\d_]{3,}")


@dataclass(frozen=True, slots=True)
class Piece:
    """Some print with the corners of its box, clockwise from where it begins, in pixels."""

    text: str
    corners: tuple[Corner, Corner, Corner, Corner]

    @property
    def middle(self) -> Corner:
        """The middle of its box."""
        xs, ys = zip(*self.corners, strict=True)
        return sum(xs) / 4, sum(ys) / 4

    @property
    def width(self) -> float:
        """Along the line."""
        return math.dist(self.corners[0], self.corners[1])

    @property
    def height(self) -> float:
        """Across it."""
        return math.dist(self.corners[0], self.corners[3])

    @property
    def angle(self) -> float:
        """Its slope, radians; rising pixels fall down the picture."""
        (x0, y0), (x1, y1) = self.corners[0], self.corners[1]
        (x3, y3), (x2, y2) = self.corners[3], self.corners[2]
        return math.atan2(y1 - y0 + y2 - y3, x1 - x0 + x2 - x3)


@dataclass(frozen=True, slots=True)
class PrintLine:
    """A line of print: its pieces from left to right, and its text, the cells of a table set
    apart."""

    pieces: tuple[Piece, ...]
    text: str


def slope(pieces: Sequence[Piece]) -> float:
    """How the print as a whole is turned, radians: that of its long pieces."""
    long = [p.angle for p in pieces if p.width >= _TELLS_SLOPE * p.height]
    return median(long or [p.angle for p in pieces]) if pieces else 0.0


def print_lines(pieces: Sequence[Piece]) -> list[PrintLine]:
    """The pieces as lines from top to bottom; two texts beside each other one after the other."""
    if not pieces:
        return []
    turned = slope(pieces)
    level = [_turned(piece, -turned) for piece in pieces]
    of = {id(flat): piece for flat, piece in zip(level, pieces, strict=True)}
    lines = []
    for column in _columns(level):
        for row in _rows(column):
            lines.append(PrintLine(tuple(of[id(piece)] for piece in row), _joined(row)))
    return lines


def _turned(piece: Piece, by: float) -> Piece:
    cos, sin = math.cos(by), math.sin(by)
    corners = [(x * cos - y * sin, x * sin + y * cos) for x, y in piece.corners]
    first, second, third, fourth = corners
    return replace(piece, corners=(first, second, third, fourth))


def _rows(pieces: Sequence[Piece]) -> list[list[Piece]]:
    rows: list[list[Piece]] = []
    sloped = _sloped(pieces)
    for piece in sorted(pieces, key=lambda p: min(x for x, _ in p.corners)):
        near = [(off, row) for row in rows if (off := _off(row, piece, sloped)) is not None]
        if near:
            min(near, key=lambda item: item[0])[1].append(piece)
        else:
            rows.append([piece])
    return sorted(rows, key=lambda row: sum(p.middle[1] for p in row) / len(row))


def _sloped(pieces: Sequence[Piece]) -> dict[int, float]:
    """How the print runs at each piece, by its id: a short one's own box does not tell, but the
    long ones over and under it do."""
    long = [p for p in pieces if p.width >= _TELLS_SLOPE * p.height]
    spans = [(min(x for x, _ in p.corners), max(x for x, _ in p.corners)) for p in long]

    def here(piece: Piece) -> float:
        x, y = piece.middle
        nearest = min(
            range(len(long)),
            key=lambda i: (
                max(spans[i][0] - x, x - spans[i][1], 0.0),
                abs(long[i].middle[1] - y),
            ),
            default=None,
        )
        return 0.0 if nearest is None else long[nearest].angle

    told = {id(p) for p in long}
    return {id(p): p.angle if id(p) in told else here(p) for p in pieces}


def _off(row: list[Piece], piece: Piece, sloped: dict[int, float]) -> float | None:
    """How far a piece lies off the line that a row points along; None where it is not of it."""
    last = row[-1]
    (x0, y0), (x1, y1) = last.middle, piece.middle
    # What is wound round a bottle runs, between two places, as the mean of how it runs at both.
    along = (sloped[id(last)] + sloped[id(piece)]) / 2
    off = abs(y1 - (y0 + math.tan(along) * (x1 - x0)))
    ends = max(x for x, _ in last.corners)
    begins = min(x for x, _ in piece.corners)
    height = min(last.height, piece.height)
    # What stands over another is no next piece of its line.
    if begins < ends - 0.5 * height or off > _OFF_LINE * height:
        return None
    return off


def _joined(row: Sequence[Piece]) -> str:
    text = row[0].text
    for before, piece in itertools.pairwise(row):
        gap = min(x for x, _ in piece.corners) - max(x for x, _ in before.corners)
        wide = gap > _CELL_GAP * min(before.height, piece.height)
        text += ("   " if wide else " ") + piece.text
    return text


def _columns(pieces: Sequence[Piece]) -> list[list[Piece]]:
    """One text, or two that stand beside each other with nothing across."""
    spans = sorted((min(x for x, _ in p.corners), max(x for x, _ in p.corners)) for p in pieces)
    height = median(p.height for p in pieces)
    reach = spans[0][1]
    for begins, ends in spans:
        if begins - reach > _GUTTER * height:
            cut = (begins + reach) / 2
            sides = [
                [p for p in pieces if p.middle[0] < cut],
                [p for p in pieces if p.middle[0] >= cut],
            ]
            if all(_reads(side) for side in sides):
                return sides
        reach = max(reach, ends)
    return [list(pieces)]


def _reads(side: Sequence[Piece]) -> bool:
    """Whether it is a text by itself, and no column of figures."""
    words = [p for p in side if len(_WORDS.findall(p.text)) >= 1]
    return len(words) >= _LEAST_LINES and len(words) > len(side) / 2
