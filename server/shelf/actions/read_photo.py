"""Read a photographed label, and cut out where each figure came from.

The reader of letters is an extra: without it the page says how to add it.
"""

import base64
import io
from dataclasses import dataclass
from functools import cache
from threading import Lock
from typing import Any

from PIL import Image

from core.errors import JobError
from server.shelf.actions.read_label_text import read_label_text
from server.shelf.pictures import opened
from server.shelf.schemas import CropOut, PhotoOut

_MARGIN_PX = 6
# The engine keeps state while it reads: one picture at a time in a process.
_ONE_AT_A_TIME = Lock()


@dataclass(frozen=True)
class _Line:
    """A line of print with its box in the picture, and where it stands in the text."""

    text: str
    left: float
    top: float
    right: float
    bottom: float


@cache
def _engine() -> Any:
    try:
        from rapidocr import RapidOCR
    except ImportError:
        raise JobError(
            "Reading photographs is not set up here: ./amber start --photos adds it. Type or paste"
            " the label instead.",
            "picture",
        ) from None
    return RapidOCR(params={"Global.log_level": "error"})


def read_photo(raw: bytes) -> PhotoOut:
    """The label's text, its reading, and a crop for each figure. Raises JobError."""
    picture = opened(raw)
    lines = _rows(_lines(picture))
    if not lines:
        raise JobError(
            "No print can be read in it: closer, straight on, and without glare; or type the"
            " label instead.",
            "picture",
        )
    text, places = "", []
    for line in lines:
        places.append((len(text), line))
        text += f"{line.text}\n"
    reading = read_label_text(text)
    crops = [
        CropOut(key=field.key, image=_crop(picture, _line_at(places, field.start)))
        for field in reading.fields
    ]
    return PhotoOut(text=text, reading=reading, crops=crops)


def _lines(picture: Image.Image) -> list[_Line]:
    import numpy

    # The engine wants blue, green, red.
    pixels = numpy.asarray(picture)[:, :, ::-1]
    with _ONE_AT_A_TIME:
        seen = _engine()(pixels)
    if seen.boxes is None or not seen.txts:
        return []
    return [
        _Line(
            text,
            float(min(x for x, _ in box)),
            float(min(y for _, y in box)),
            float(max(x for x, _ in box)),
            float(max(y for _, y in box)),
        )
        for box, text in zip(seen.boxes, seen.txts, strict=True)
    ]


def _rows(lines: list[_Line]) -> list[_Line]:
    """Boxes of one row joined, left to right: a table's name and its figures stand together."""
    rows: list[list[_Line]] = []
    for line in sorted(lines, key=lambda one: (one.top + one.bottom) / 2):
        middle = (line.top + line.bottom) / 2
        row = next((r for r in rows if r[-1].top < middle < r[-1].bottom), None)
        if row is None:
            rows.append([line])
        else:
            row.append(line)
    joined = []
    for row in rows:
        row.sort(key=lambda one: one.left)
        joined.append(
            _Line(
                "  ".join(one.text for one in row),
                min(one.left for one in row),
                min(one.top for one in row),
                max(one.right for one in row),
                max(one.bottom for one in row),
            )
        )
    return joined


def _line_at(places: list[tuple[int, _Line]], start: int) -> _Line:
    return next(line for begins, line in reversed(places) if begins <= start)


def _crop(picture: Image.Image, line: _Line) -> str:
    box = (
        max(int(line.left) - _MARGIN_PX, 0),
        max(int(line.top) - _MARGIN_PX, 0),
        min(int(line.right) + _MARGIN_PX, picture.width),
        min(int(line.bottom) + _MARGIN_PX, picture.height),
    )
    out = io.BytesIO()
    picture.crop(box).save(out, "PNG", optimize=True)
    return f"data:image/png;base64,{base64.b64encode(out.getvalue()).decode()}"
