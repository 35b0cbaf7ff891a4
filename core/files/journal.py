"""One event of a jug's journal, from its parsed JSON: the only reader of `what` there is."""

import hashlib
import json
from collections.abc import Callable, Mapping
from dataclasses import replace
from datetime import datetime
from typing import Any, cast

from core import tables
from core.batch.doses import DOSES, MADE_OF
from core.batch.events import (
    Added,
    Cared,
    Dosed,
    Event,
    Explained,
    Instrument,
    Measured,
    Noticed,
    Pitched,
    Poured,
    Racked,
    Read,
    Struck,
    Tasted,
    Tested,
    Transferred,
    What,
)
from core.errors import JobError
from core.estimate.causes import KINDS as CAUSES
from core.estimate.trials import FEELS, TASTES
from core.files.bottlings import bottled, lot_moved
from core.files.fields import (
    MOST_WORDS,
    Fields,
    at_key,
    between,
    key_of,
    list_of,
    mapping,
    number_of,
    one_of,
    only,
    text_of,
)
from core.files.recipe_file import pour_of
from core.finish.stabilising import TABLET_G
from core.must.acidity import STRIP_PH
from core.must.mixing import MOST_ML

_MOST_CHIPS = 50
_USUAL_SAMPLE_ML = 100.0
# Doses that are poured; all else is weighed.
_BY_VOLUME = ("enzyme", "finings", "flavour")
# What each scale can show, lowest and highest.
_SCALES = {
    "sg": (0.9, 1.3),
    "brix": (-10.0, 70.0),
    "baume": (-5.0, 45.0),
    "potential_abv": (-5.0, 30.0),
}
_YEARS = (1970, 2200)


def read_event(data: object, jug: str, place: str, index: int = 0) -> Event:
    """An event of that jug. One without an id gets one made from its content and its place.

    Raises JobError naming the place for a kind, a key or a figure that cannot be.
    """
    fields = mapping(data, place, "an event")
    kind = key_of(fields, "kind", place) or ""
    if kind not in _READERS:
        raise JobError(
            f"“{kind}” is not something that happens to a jug: one of {', '.join(_READERS)}.",
            at_key(place, "kind"),
        )
    at = read_moment(fields.get("at"), at_key(place, "at"))
    inside = at_key(place, "what")
    what = mapping(
        fields["what"] if fields.get("what") is not None else {}, inside, "what happened"
    )
    reader, keys = _READERS[kind]
    only(what, keys, inside)
    return Event(
        text_of(fields, "id", place) or _made_id(fields, jug, index),
        jug,
        at,
        reader(what, inside),
        text_of(fields, "note", place, MOST_WORDS) or "",
        text_of(fields, "by", place) or "",
        place,
    )


def _made_id(fields: Fields, jug: str, index: int) -> str:
    content = json.dumps([jug, index, fields], sort_keys=True, default=str)
    return hashlib.sha256(content.encode(errors="surrogatepass")).hexdigest()[:32]


def read_moment(value: object, at: str = "at") -> datetime:
    """A moment with its offset (RFC 3339). Raises JobError, placed, for another."""
    try:
        moment = datetime.fromisoformat(value) if isinstance(value, str) else None
    except ValueError:
        moment = None
    if moment is None or moment.tzinfo is None or not _YEARS[0] <= moment.year <= _YEARS[1]:
        raise JobError("Write when with its offset, like 2026-09-01T18:00:00Z.", at)
    return moment


def _pitched(what: Fields, at: str) -> What:
    return Pitched(
        number_of(what, "yeast_g", at, most=10_000),
        text_of(what, "yeast", at),
        number_of(what, "tolerance_abv", at, above=0, most=25),
        one_of(what, "method", at, ("dry", "rehydrated", "starter", "lees"), "dry"),
        between(what, "temperature_c", at, -5, 60),
    )


def _read(what: Fields, at: str) -> What:
    given = [scale for scale in _SCALES if what.get(scale) is not None]
    if len(given) != 1:
        raise JobError(f"Give what it read, as one of {', '.join(_SCALES)}.", at)
    scale = given[0]
    low, high = _SCALES[scale]
    figure = between(what, scale, at, low, high)
    assert figure is not None
    temperature = between(what, "temperature_c", at, 0, 40)
    sample = one_of(what, "sample", at, ("returned", "drunk", "set_aside"), "returned")
    taken = number_of(what, "sample_ml", at, most=MOST_ML)
    if taken is not None and sample == "returned":
        raise JobError(
            "A sample put back takes nothing: say drunk or set_aside.", f"{at}.sample_ml"
        )
    return Read(
        figure,
        cast(Any, scale),
        temperature,
        _instrument(what, at),
        0.0 if sample == "returned" else _USUAL_SAMPLE_ML if taken is None else taken,
        _texts(what, "seen", at),
    )


def _instrument(what: Fields, at: str) -> Instrument:
    if what.get("instrument") is None:
        return Instrument()
    inside = f"{at}.instrument"
    fields = mapping(what["instrument"], inside, "an instrument")
    only(fields, ("kind", "calibrated_c", "offset"), inside)
    kind = one_of(fields, "kind", inside, ("hydrometer", "refractometer"), "hydrometer")
    calibrated = between(fields, "calibrated_c", inside, 0, 40)
    return Instrument(
        cast(Any, kind),
        20.0 if calibrated is None else calibrated,
        between(fields, "offset", inside, -0.05, 0.05) or 0.0,
    )


def _measured(what: Fields, at: str) -> What:
    measured = Measured(
        number_of(what, "ph", at, above=0, most=14),
        number_of(what, "ta_g_per_l_tartaric", at, most=100),
        number_of(what, "fill", at, most=2),
        between(what, "temperature_c", at, -20, 60),
        number_of(what, "volume_ml", at, above=0, most=MOST_ML),
        STRIP_PH if one_of(what, "ph_by", at, ("meter", "strip"), "meter") == "strip" else 0.0,
    )
    if replace(measured, ph_within=0.0) == Measured():
        raise JobError("Say what was measured: ph, ta, fill, temperature_c or volume_ml.", at)
    return measured


def _poured(what: Fields, at: str) -> What:
    return Poured(pour_of(what, at))


def _added(what: Fields, at: str) -> What:
    if what.get("held_back") is not None:
        if what["held_back"] is not True or what.get("pour") is not None:
            raise JobError("Write “held_back”: true by itself, or a pour.", f"{at}.held_back")
        return Added(None)
    return Added(pour_of(what, at))


def _dosed(what: Fields, at: str) -> What:
    dose = key_of(what, "dose", at) or ""
    if dose not in DOSES:
        raise JobError(f"“{dose}” is not dosed here: one of {', '.join(DOSES)}.", f"{at}.dose")
    mass = number_of(what, "mass_g", at, most=10_000)
    volume = number_of(what, "volume_ml", at, most=MOST_ML)
    tablets = number_of(what, "tablets", at, most=1000)
    each = number_of(what, "tablet_g", at, above=0, most=100)
    if sum(amount is not None for amount in (mass, volume, tablets)) != 1:
        raise JobError("How much: one of mass_g, volume_ml or tablets.", at)
    if volume is not None and not dose.startswith(_BY_VOLUME):
        raise JobError(
            "Weigh it, and give mass_g: what is in a solution nobody knows.",
            at_key(at, "volume_ml"),
        )
    if dose == "flavour" and mass is not None:
        # A spirit weighs near enough a gram a millilitre.
        volume, mass = mass, None
    if tablets is not None:
        if each is None and not dose.startswith("sulphite"):
            raise JobError("How heavy is a tablet? Give tablet_g.", at_key(at, "tablet_g"))
        mass = tablets * (TABLET_G if each is None else each)
    elif each is not None:
        raise JobError("A tablet's weight goes with a count of tablets.", f"{at}.tablet_g")
    of = {"acid": "acid", "sweetener": "sugar"}.get(dose)
    named = key_of(what, of, at) if of else key_of(what, "made_of", at)
    if of and named is None:
        raise JobError(f"Say which {of}.", at_key(at, of))
    if dose == "acid" and named not in tables.ACIDS:
        raise JobError(f"An acid is one of {', '.join(tables.ACIDS)}.", f"{at}.acid")
    if named is not None and dose.startswith("finings") and named not in MADE_OF:
        raise JobError(f"Finings are made of one of {', '.join(MADE_OF)}.", f"{at}.made_of")
    abv = number_of(what, "abv", at, most=100)
    return Dosed(dose, mass or 0.0, volume or 0.0, named, abv or 0.0)


def _tested(what: Fields, at: str) -> What:
    sugar = number_of(what, "sugar_g_per_l", at, most=300)
    fell = between(what, "fell_points", at, -5, 60)
    water = between(what, "stem_in_water_sg", at, 0.97, 1.03)
    taste = one_of(what, "taste", at, TASTES, "") if what.get("taste") is not None else None
    feels = one_of(what, "bottle", at, FEELS, "") if what.get("bottle") is not None else None
    if sum(each is not None for each in (sugar, fell, water, taste, feels)) != 1:
        raise JobError(
            "Say what was tested: one of sugar_g_per_l, fell_points, taste, stem_in_water_sg or"
            " bottle.",
            at,
        )
    lot = text_of(what, "lot", at)
    if (lot is None) != (feels is None):
        raise JobError("A test bottle is one of a lot: give bottle and lot.", at_key(at, "lot"))
    over = what.get("over", False)
    if not isinstance(over, bool) or (over and sugar is None):
        raise JobError("“over” is true where the sugar was beyond the scale.", at_key(at, "over"))
    return Tested(sugar, over, fell, taste, water, feels, lot)


def _explained(what: Fields, at: str) -> What:
    reading = text_of(what, "reading", at)
    if not reading:
        raise JobError("Say which reading, by its id.", at_key(at, "reading"))
    cause = one_of(what, "cause", at, CAUSES, "")
    return Explained(reading, cause, text_of(what, "pour", at) or "")


def _noticed(what: Fields, at: str) -> What:
    return Noticed(
        tuple(chip.lower() for chip in _texts(what, "chips", at)),
        text_of(what, "words", at, MOST_WORDS) or "",
        _texts(what, "pictures", at),
    )


def _cared(what: Fields, at: str) -> What:
    kinds = ("swirled", "degassed", "cap_eased", "heated", "held_at")
    did = one_of(what, "did", at, kinds, None)
    cared = Cared(
        cast(Any, did),
        text_of(what, "lot", at),
        between(what, "temperature_c", at, -20, 60),
        between(what, "core_c", at, 0, 100),
        number_of(what, "minutes", at, most=24 * 60),
    )
    if did == "heated" and (cared.core_c is None or cared.minutes is None):
        raise JobError("Heat counts by core_c and minutes: give both.", at)
    if did == "held_at" and cared.temperature_c is None:
        raise JobError("Held at what? Give temperature_c.", f"{at}.temperature_c")
    return cared


def _racked(what: Fields, at: str) -> What:
    return Racked(
        number_of(what, "left_behind_ml", at, most=MOST_ML),
        number_of(what, "vessel_ml", at, above=0, most=MOST_ML),
    )


def _transferred(what: Fields, at: str) -> What:
    into = []
    for index, item in enumerate(list_of(what, "into")):
        inside = f"{at}.into[{index}]"
        fields = mapping(item, inside, "a jug and how much")
        only(fields, ("jug", "volume_ml"), inside)
        volume = number_of(fields, "volume_ml", inside, above=0, most=MOST_ML)
        name = text_of(fields, "jug", inside)
        if not name or volume is None:
            raise JobError("Say into which jug, and how many ml.", inside)
        into.append((name, volume))
    if not into:
        raise JobError("Say into which jug, and how many ml.", f"{at}.into")
    return Transferred(tuple(into))


def _tasted(what: Fields, at: str) -> What:
    scores = None
    if what.get("scores") is not None:
        given = mapping(what["scores"], f"{at}.scores", "marks by what was tasted")
        scores = {str(key): number_of(given, key, f"{at}.scores", most=100) or 0.0 for key in given}
    return Tasted(
        text_of(what, "lot", at),
        text_of(what, "by", at) or "",
        scores,
        text_of(what, "words", at, MOST_WORDS) or "",
    )


def _struck(what: Fields, at: str) -> What:
    event = text_of(what, "event", at)
    if not event:
        raise JobError("Which event? Give its id.", f"{at}.event")
    return Struck(event)


def _texts(fields: Fields, key: str, at: str) -> tuple[str, ...]:
    value = fields.get(key)
    if value is None:
        return ()
    items = [value] if isinstance(value, str) else value
    if not isinstance(items, list) or len(items) > _MOST_CHIPS:
        raise JobError(f"Here should be a list of at most {_MOST_CHIPS} words.", at_key(at, key))
    return tuple(
        text_of({str(i): item}, str(i), at_key(at, key)) or "" for i, item in enumerate(items)
    )


_READERS: Mapping[str, tuple[Callable[[Fields, str], What], tuple[str, ...]]] = {
    "pitched": (_pitched, ("yeast_g", "yeast", "tolerance_abv", "method", "temperature_c")),
    "poured": (_poured, ("pour",)),
    "added": (_added, ("pour", "held_back")),
    "dosed": (
        _dosed,
        ("dose", "mass_g", "volume_ml", "tablets", "tablet_g", "acid", "sugar", "made_of", "abv"),
    ),
    "read": (_read, (*_SCALES, "temperature_c", "instrument", "sample", "sample_ml", "seen")),
    "measured": (
        _measured,
        ("ph", "ph_by", "ta_g_per_l_tartaric", "fill", "temperature_c", "volume_ml"),
    ),
    "noticed": (_noticed, ("chips", "words", "pictures")),
    "cared": (_cared, ("lot", "did", "temperature_c", "core_c", "minutes")),
    "racked": (_racked, ("left_behind_ml", "vessel_ml")),
    "transferred": (_transferred, ("into",)),
    "bottled": (bottled, ("lots", "priming", "rest_is_lees")),
    "lot_moved": (lot_moved, ("lot", "did", "count", "place", "temperature_c")),
    "tasted": (_tasted, ("lot", "by", "scores", "words")),
    "explained": (_explained, ("reading", "cause", "pour")),
    "tested": (
        _tested,
        ("sugar_g_per_l", "over", "fell_points", "taste", "stem_in_water_sg", "bottle", "lot"),
    ),
    "struck": (_struck, ("event",)),
}

KINDS = tuple(_READERS)
"""What can happen to a jug."""
