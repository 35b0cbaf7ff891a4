"""An event in a sentence, as a timeline tells it."""

from collections.abc import Callable, Mapping
from typing import Any

from core import tables
from core.batch.doses import DOSES
from core.batch.events import (
    Added,
    Bottled,
    Cared,
    Dosed,
    Explained,
    LotMoved,
    Measured,
    Noticed,
    Pitched,
    Poured,
    Racked,
    Read,
    Tasted,
    Tested,
    Transferred,
    What,
)
from core.batch.surprises import because
from core.plan.amounts_in_words import measured
from core.plan.evaluation import PricedPour

_SCALES = {
    "sg": "{:.3f}",
    "brix": "{:.1f} °Bx",
    "baume": "{:.1f} °Bé",
    "potential_abv": "{:.1f} % potential",
}
DUE = {
    "pitch": ("Pitch the yeast", "pitch"),
    "read": ("Read it again", "read"),
    "warm_and_repitch": ("Warm it, and pitch fresh yeast if nothing happens", "warm it"),
    "warm_and_swirl": ("Warm it and swirl up the lees", "swirl"),
    "rack_or_bottle": ("Rack or bottle it when it is clear", "rack or bottle"),
    "stabilise_or_chill": ("Stabilise it, or keep it cold and drink it", "stabilise"),
    "look": ("Look whether it holds", "look"),
    "nutrient": ("Feed it nutrient", "feed"),
    "swirl": ("Swirl it", "swirl"),
    "rack": ("Rack it off its lees", "rack"),
    "squeeze": ("Feel the test bottle", "feel"),
    "stand_warm": ("Stand the bottles in the warm", "stand warm"),
    "move_cold": ("Put the bottles in the cold", "chill"),
    "make_safe": ("Chill the bottles, and cover them", "chill now"),
    "ready": ("Open the first one", "open one"),
    "pour_held_back": ("Pour in what was held back", "pour in"),
}
"""What comes next (core.batch.due.Due): in words, and as short as a strip of tape wants it."""

_CARED = {
    "swirled": "Swirled",
    "degassed": "Degassed",
    "cap_eased": "Cap eased",
    "heated": "Heated",
    "held_at": "Held",
}
_MOVED = {
    "opened": "opened",
    "lively": "opened, and lively",
    "given": "given away",
    "broken": "broken",
    "gushed": "gushed",
    "burst": "burst",
    "flat": "found flat",
    "moved": "moved",
}


def in_words(what: What) -> str:
    """What happened, as a sentence without its day. A strike is told by what it takes back."""
    say = _SAY.get(type(what))
    return say(what) if say else "Struck out."


def _pour(item: PricedPour) -> str:
    return f"{measured(item.pour.amount, item.pour.by_mass)} {item.pour.name}"


def _read(what: Read) -> str:
    said = f"Read {_SCALES[what.scale].format(what.figure)} at {what.sample_c:g} °C"
    if what.instrument.kind == "refractometer":
        said += " with a refractometer"
    return said + (f", {what.taken_ml:g} ml taken." if what.taken_ml else ".")


def _pitched(what: Pitched) -> str:
    how = {"rehydrated": "rehydrated", "lees": "on old lees", "starter": "as a starter"}
    said = [
        f"{what.yeast_g:g} g" if what.yeast_g else "",
        what.yeast or "",
        how.get(what.method, ""),
        f"the must at {what.temperature_c:g} °C" if what.temperature_c is not None else "",
    ]
    known = ", ".join(part for part in said if part)
    return f"Yeast pitched: {known}." if known else "Yeast pitched."


def _added(what: Added) -> str:
    return f"Added {_pour(what.pour)}." if what.pour else "Added what was held back."


def _dosed(what: Dosed) -> str:
    amount = f"{what.volume_ml:g} ml" if what.volume_ml else f"{what.mass_g:g} g"
    named = f" ({what.of})" if what.of else ""
    return f"Dosed {amount} {DOSES[what.dose].lower()}{named}."


def _measured(what: Measured) -> str:
    said = (
        (what.ph, "pH {:g} by a strip" if what.ph_within else "pH {:g}"),
        (what.ta_g_per_l, "{:g} g/L acid as tartaric"),
        (what.temperature_c, "{:g} °C"),
        (what.volume_ml, "{:g} ml by the mark"),
        (None if what.fill is None else 100 * what.fill, "{:g} % full"),
    )
    return "Measured " + ", ".join(text.format(v) for v, text in said if v is not None) + "."


def _noticed(what: Noticed) -> str:
    chips = (_sign_in_words(chip) for chip in what.chips)
    said = ", ".join((*chips, *((what.words,) if what.words else ())))
    return f"Noticed: {said}." if said else "Looked at."


def _sign_in_words(chip: str) -> str:
    sign = tables.SIGNS.get(chip)
    if sign is None:
        return chip
    name = sign.name[0].lower() + sign.name[1:]
    return f"it smells {name}" if sign.sense == "smell" else name


def signs_in_words(what: What) -> list[str]:
    """What each thing that was seen or smelt tends to mean, and what to do."""
    if not isinstance(what, Noticed):
        return []
    signs = (tables.SIGNS.get(chip) for chip in what.chips)
    return [f"{sign.means} {sign.do}" for sign in signs if sign and sign.tone != "good"]


def _cared(what: Cared) -> str:
    of = f", lot {what.lot}" if what.lot else ""
    if what.did == "heated":
        return f"Heated to {what.core_c:g} °C for {what.minutes:g} min{of}."
    if what.did == "held_at":
        return f"Held at {what.temperature_c:g} °C{of}."
    return f"{_CARED[what.did]}{of}."


def _racked(what: Racked) -> str:
    left = f", {what.left_behind_ml:g} ml left behind" if what.left_behind_ml is not None else ""
    return f"Racked off the lees{left}."


def _transferred(what: Transferred) -> str:
    return "Poured " + ", ".join(f"{ml:g} ml into {name}" for name, ml in what.into) + "."


def _bottled(what: Bottled) -> str:
    lots = ", ".join(
        f"{lot.count} × {measured(lot.size_ml, False)} {lot.closure.name.lower()}"
        for lot in what.lots
    )
    return f"Bottled {lots}."


def _explained(what: Explained) -> str:
    return f"The reading off the plan came from {because(what.cause, what.pour)}."


def _tested(what: Tested) -> str:
    if what.stem_in_water is not None:
        return f"The stem shows {what.stem_in_water:.3f} in water."
    if what.fell_points is not None:
        return f"A forced sample fell by {what.fell_points:g} points."
    if what.bottle is not None:
        return f"Lot {what.lot}: the test bottle feels {what.bottle}."
    if what.taste is not None:
        return f"Tastes {what.taste.replace('_', '-')}."
    over = "at least " if what.over else ""
    return f"Tested: {over}{what.sugar_g_per_l:g} g/L of sugar."


def _lot_moved(what: LotMoved) -> str:
    where = f" to {what.place}" if what.did == "moved" else ""
    where += f", at {what.temperature_c:g} °C" if what.temperature_c is not None else ""
    return f"Lot {what.lot}: {what.count} {_MOVED[what.did]}{where}."


def _tasted(what: Tasted) -> str:
    by = f" by {what.by}" if what.by else ""
    return f"Tasted{by}{f': {what.words}' if what.words else ''}."


_SAY: Mapping[type, Callable[[Any], str]] = {
    Read: _read,
    Pitched: _pitched,
    Poured: lambda what: f"Poured {_pour(what.pour)}.",
    Added: _added,
    Dosed: _dosed,
    Measured: _measured,
    Noticed: _noticed,
    Cared: _cared,
    Racked: _racked,
    Transferred: _transferred,
    Bottled: _bottled,
    LotMoved: _lot_moved,
    Tasted: _tasted,
    Explained: _explained,
    Tested: _tested,
}
