"""Labels for bottles, as a PDF for label paper or a plain page."""

import base64
import math
from collections.abc import Iterator
from typing import Any
from zoneinfo import ZoneInfo

import zxingcpp
from django.template.loader import render_to_string

from core.batch.lots import BottledLot
from core.batch.windows import window
from core.bottle.label import ALWAYS, label_lines, label_strength
from core.bottle.label_sheets import LabelSheet, sheet_of
from core.errors import JobError
from core.must.mixing import Pour
from core.tables import DRINK_COLOURS
from server.cellar.schemas import LabelsQuery
from server.jugs.actions.share_plan import standing
from server.jugs.state import JugState

_MOST_LABELS = 600
# What of the ingredients a label names, the most of it first.
_MOST_NAMED = 8
_A4_MM = (210.0, 297.0)
_PAGE_MM, _MM_PER_PT = _A4_MM[0], 0.353
ONE = LabelSheet(1, 1, 99.0, 68.0, 0.0, 0.0)
"""A label by itself."""
# A letter of the heading is about so wide, of its height; a name takes two lines at most.
_LETTER, _LARGEST_PT = 0.56, 34.0
_TEXT_PT, _SMALLEST_PT = 10.0, 4.5
# From how small a label is set in its smaller ways.
_SMALL_MM, _TINY_MM, _NARROW_MM = 50.0, 40.0, 80.0


def print_labels(state: JugState, asked: LabelsQuery, home: str) -> bytes:
    """The labels of a jug's bottles, one for each that is left. `home` is where the page is found:
    the code on a label leads to the batch there, for who may see it.

    Raises JobError for a sheet that is none, or no bottles.
    """
    # Half a second to load, and only needed here.
    from server.jugs.typesetting import typeset

    sheet = sheet_of(asked.per_page)
    if not 1 <= asked.begin_at <= sheet.per_page:
        raise JobError(f"This sheet has labels 1 to {sheet.per_page}.", "begin_at")
    lots = [lot for lot in state.life.lots if lot.filled.left] if state.life else []
    if asked.lot is not None:
        lots = [lot for lot in lots if lot.filled.lot.id == asked.lot]
    if not lots:
        raise JobError("There are no bottles of this to label.", "lot")
    labels = [label for lot in lots for label in _labels(state, lot, home)]
    if len(labels) > _MOST_LABELS:
        raise JobError(f"At most {_MOST_LABELS} labels at once: choose one lot.", "lot")
    pages = _laid_out(labels, sheet, asked.begin_at - 1)
    return typeset(_as_html(pages, sheet, _A4_MM, asked.outlined))


def one_label(state: JugState, lot_id: str, home: str) -> bytes:
    """A page as large as one label of a lot, the newest where none is named. Raises JobError for
    no bottles."""
    from server.jugs.typesetting import typeset

    label = first_label(state, lot_id, home)
    placed = _laid_out([label], ONE, 0)
    return typeset(_as_html(placed, ONE, (ONE.width_mm, ONE.height_mm), False))


def first_label(state: JugState, lot_id: str, home: str) -> dict[str, Any]:
    """What stands on the first label of a lot. Raises JobError for no bottles."""
    lots = [lot for lot in state.life.lots if lot.filled.left] if state.life else []
    named = [lot for lot in lots if not lot_id or lot.filled.lot.id == lot_id]
    if not named:
        raise JobError("There are no bottles of this to label.", "lot")
    return next(_labels(state, named[-1], home))


def _as_html(
    pages: list[list[dict[str, Any]]],
    sheet: LabelSheet,
    page_mm: tuple[float, float],
    outlined: bool,
) -> str:
    return render_to_string(
        "cellar/labels.html",
        {
            "pages": pages,
            "sheet": sheet,
            # A hair less than the page, or what is rounded up begins another.
            "page_mm": (*page_mm, page_mm[1] - 0.5),
            "outlined": outlined,
            "small": sheet.height_mm < _SMALL_MM,
            "tiny": _tiny(sheet),
            "narrow": sheet.width_mm < _NARROW_MM,
            "facts_pt": _facts_pt(sheet),
            "always": ALWAYS,
        },
    )


def _laid_out(
    labels: list[dict[str, Any]], sheet: LabelSheet, begin_at: int
) -> list[list[dict[str, Any]]]:
    """Pages of labels with where each lies, mm; the first page begins at a place of it."""
    pages: list[list[dict[str, Any]]] = []
    for index, label in enumerate(labels, start=begin_at):
        page, place = divmod(index, sheet.per_page)
        row, column = divmod(place, sheet.across)
        while len(pages) <= page:
            pages.append([])
        pages[page].append(
            {
                **label,
                "left": round(sheet.left_mm + column * _pitch(sheet), 2),
                "top": round(sheet.top_mm + row * sheet.height_mm, 2),
                "name_pt": _name_pt(str(label["name"]), sheet),
                "text_pt": _text_pt(label, sheet),
            }
        )
    return pages


def _pitch(sheet: LabelSheet) -> float:
    """From one label to the next across: what is left of the page lies between them."""
    if sheet.across == 1:
        return sheet.width_mm
    return (_PAGE_MM - 2 * sheet.left_mm - sheet.width_mm) / (sheet.across - 1)


def _tiny(sheet: LabelSheet) -> bool:
    return sheet.height_mm < _TINY_MM


def _name_pt(name: str, sheet: LabelSheet) -> float:
    """As large as a label bears; a long name takes two lines, and is set smaller for that."""
    width = 0.75 * sheet.width_mm
    fits = width * 1.8 / max(len(name), 8) / _MM_PER_PT / _LETTER
    return round(min(sheet.height_mm * 0.3, fits, _LARGEST_PT), 1)


def _facts_pt(sheet: LabelSheet) -> float:
    return round(min(max(sheet.height_mm * 0.25, 9.0), 20.0), 1)


def _text_pt(label: dict[str, Any], sheet: LabelSheet) -> float:
    """The size at which all that has to be said fits beside the code: warnings are never cut."""
    narrow = sheet.width_mm < _NARROW_MM
    width = sheet.width_mm * 0.84 - (14 if narrow else 22 if not _tiny(sheet) else 18)
    name = _name_pt(str(label["name"]), sheet)
    lines = math.ceil(
        len(str(label["name"])) * _LETTER * name * _MM_PER_PT / (0.7 * sheet.width_mm)
    )
    taken = (lines * 1.08 * name + 1.6 * _facts_pt(sheet)) * _MM_PER_PT + 7
    room = sheet.height_mm - taken - (0 if _tiny(sheet) else 4)
    said = [" ".join(label["says"]), f"Bottled {label['filled']} batch {label['batch']}"]
    said.append(f"Best {label['ready']} to {label['until']} {label['of']}")
    if not _tiny(sheet):
        said.append(str(label["contents"]))
    pt = _TEXT_PT
    while pt > _SMALLEST_PT and _height_mm(said, pt, width) > room:
        pt -= 0.25
    return pt


def _height_mm(said: list[str], pt: float, width_mm: float) -> float:
    letter = _LETTER * pt * _MM_PER_PT
    lines = sum(math.ceil(len(text) * letter / width_mm) for text in said if text)
    return lines * 1.22 * pt * _MM_PER_PT


def _labels(state: JugState, lot: BottledLot, home: str) -> Iterator[dict[str, Any]]:
    filled = lot.filled
    fizzy = filled.primed_g_per_l > 0 and not lot.held
    best = window(filled.at, lot.abv.value, fizzy, lot.paused, state.choices)
    zone = ZoneInfo(state.jug.account.time_zone)
    bars = _colours(state)
    one = {
        "name": state.jug.name,
        "abv": label_strength(lot.abv),
        "size": _size(filled.lot.size_ml),
        "filled": filled.at.astimezone(zone).strftime("%-d %b %Y"),
        "batch": state.jug.number,
        "contents": ", ".join(contents(state)),
        "says": label_lines(lot.label_says, filled.lot.against_advice),
        "ready": best.ready.astimezone(zone).strftime("%b %Y"),
        "until": best.best_until.astimezone(zone).strftime("%b %Y"),
        "code": _code(home + _address(state)),
        "bars": bars,
        "fizzy": fizzy,
    }
    for number in range(filled.left):
        yield {**one, "of": f"{number + 1} of {filled.left}"}


def _address(state: JugState) -> str:
    """Where the code leads: to a page for anybody while the batch is shared, or to the jug itself,
    which only its own kitchen sees."""
    token = standing(state.jug)
    return f"/batches/{token}" if token else f"/jugs/{state.jug.id}/bottle"


def _size(ml: float) -> str:
    return f"{ml / 1000:g} L" if ml >= 1000 else f"{ml / 10:g} cl"


def contents(state: JugState) -> list[str]:
    """What is in it, the most of it first, then what was dosed into it."""
    assert state.world is not None
    jug = state.world.jugs[str(state.jug.id)]
    named: dict[str, float] = {}
    for pour in jug.pours:
        named[pour.name] = named.get(pour.name, 0.0) + pour.amount
    most = sorted((name for name, much in named.items() if much > 0), key=lambda n: -named[n])
    return [*most[:_MOST_NAMED], "yeast"]


def _colours(state: JugState) -> list[dict[str, Any]]:
    """The drink's own flag: its pours' colours in their shares, from the top."""
    assert state.world is not None
    pours = [p for p in state.world.jugs[str(state.jug.id)].pours if p.amount > 0]
    whole = sum(pour.amount for pour in pours) or 1.0
    return [{"colour": _colour(pour), "share": 100 * pour.amount / whole} for pour in pours]


def _colour(pour: Pour) -> str:
    known = (key for key in (pour.fruit, pour.kind, "juice") if key in DRINK_COLOURS)
    return DRINK_COLOURS[next(known)]


def _code(address: str) -> str:
    """The address as a code to photograph, ready for an image's source."""
    drawn = zxingcpp.create_barcode(address, zxingcpp.BarcodeFormat.QRCode).to_svg()
    return "data:image/svg+xml;base64," + base64.b64encode(drawn.encode()).decode()
