"""One label as a picture: PNG for a phone or a print shop, SVG to go on with."""

import base64
import io
import textwrap
from pathlib import Path
from typing import Any

from django.conf import settings
from django.template.loader import render_to_string

from core.bottle.label import ALWAYS
from server.cellar.actions.print_labels import ONE, first_label, one_label
from server.jugs.state import JugState

# 300 dots an inch; a PDF's own measure is 72.
_SCALE = 300 / 72
_FONTS = ("atkinson-hyperlegible-next-latin", "bricolage-grotesque-latin")
_PARTS = {"": "U+0000-00FF,U+2000-206F", "-ext": "U+0100-02BA,U+1E00-1E9F"}
# Letters are about so wide, of their height, and lines so far apart; sizes in mm.
_WIDE, _APART = 0.56, 1.3
_NAME_MM, _TEXT_MM = 7.2, 3.2
_LEFT_MM, _RIGHT_MM, _CODE_MM = 15.8, 3.0, 17.0


def label_png(state: JugState, lot_id: str, home: str) -> bytes:
    """The first label of a lot, at 300 dots an inch. Raises JobError for no bottles."""
    # Only needed here, and large.
    import pypdfium2

    document = pypdfium2.PdfDocument(one_label(state, lot_id, home))
    drawn = io.BytesIO()
    document[0].render(scale=_SCALE).to_pil().save(drawn, "PNG", dpi=(300, 300))
    document.close()
    return drawn.getvalue()


def label_svg(state: JugState, lot_id: str, home: str) -> str:
    """The same as lines of text in the fonts that go with it. Raises JobError for no bottles."""
    label = first_label(state, lot_id, home)
    inside = ONE.width_mm - _LEFT_MM - _RIGHT_MM
    name = _fitting(str(label["name"]), inside, _NAME_MM)
    beside = inside - _CODE_MM - 2
    said = [
        (f"Bottled {label['filled']} · batch {label['batch']}", 700),
        (" ".join(label["says"]), 700),
        (str(label["contents"]), 400),
        (f"Best {label['ready']} to {label['until']} · {label['of']}", 400),
    ]
    room = ONE.height_mm - 14 - len(name["lines"]) * name["mm"] * _APART - 5
    text = _fitting_all([line for line in said if line[0]], beside, _TEXT_MM, room)
    return render_to_string(
        "cellar/label.svg",
        {
            "label": label,
            "sheet": ONE,
            "left": _LEFT_MM,
            "right": ONE.width_mm - _RIGHT_MM,
            "name": name,
            "text": text,
            "bars": _stacked(label["bars"]),
            "code_mm": _CODE_MM,
            "fonts": _fonts(),
            "always": ALWAYS,
        },
    )


def _fitting(text: str, width_mm: float, mm: float) -> dict[str, Any]:
    """A text in at most two lines, as large as they take, with where each stands."""
    while True:
        lines = _lines(text, width_mm, mm)
        if len(lines) <= 2 or mm < 2.5:
            break
        mm *= 0.94
    placed = [(round(4 + (row + 0.85) * mm * 1.1, 2), line) for row, line in enumerate(lines)]
    return {"mm": round(mm, 2), "lines": placed, "below": round(4 + len(lines) * mm * 1.1 + 1.5, 2)}


def _fitting_all(
    texts: list[tuple[str, int]], width_mm: float, mm: float, room_mm: float
) -> dict[str, Any]:
    """All of the texts, each in its weight, as small as it takes: nothing that has to be said is
    cut."""
    while True:
        lines = [(line, weight) for text, weight in texts for line in _lines(text, width_mm, mm)]
        if len(lines) * mm * _APART <= room_mm or mm < 1.2:
            break
        mm *= 0.95
    return {
        "mm": round(mm, 2),
        "lines": [
            (round((row + 1) * mm * _APART, 2), line, weight)
            for row, (line, weight) in enumerate(lines)
        ],
    }


def _lines(text: str, width_mm: float, mm: float) -> list[str]:
    return textwrap.wrap(text, max(int(width_mm / (mm * _WIDE)), 4)) or [""]


def _stacked(bars: list[dict[str, Any]]) -> list[dict[str, Any]]:
    top, placed = 0.0, []
    for bar in bars:
        high = ONE.height_mm * bar["share"] / 100
        placed.append({"colour": bar["colour"], "y": round(top, 2), "high": round(high, 2)})
        top += high
    return placed


def _fonts() -> list[dict[str, str]]:
    """The letters as they ship, each with what of the alphabets it holds."""
    found = []
    for font in _FONTS:
        for part, letters in _PARTS.items():
            path = sorted(
                Path(settings.WEB_BUILT).glob(f"assets/{font}{part}-wght-normal-*.woff2")
            )[0]
            data = base64.b64encode(path.read_bytes()).decode()
            name = "Read" if font == _FONTS[0] else "Head"
            found.append({"name": name, "data": data, "letters": letters})
    return found
