"""The recipe file: reading it (see docs/formats/recipe-file.md) and answering it."""

import math
import re
from collections.abc import Mapping
from decimal import Decimal
from typing import Any

from core.aim.solve import Aim
from core.bottle.closing import closure_of
from core.cost.costing import LEAST_PACK, Pack, per_bottle, per_unit_of_alcohol
from core.errors import JobError
from core.interval import Interval
from core.measure.amounts import WAYS
from core.measure.money import money, read_price
from core.must.composition import KINDS
from core.must.mixing import MOST_ML, Pour
from core.pack.declared import Label, read_label
from core.plan.caution import Known
from core.plan.evaluation import Evaluation, PourShare, PricedPour, Recipe
from core.plan.glass import GlassPlan, InTheGlass
from core.plan.planned_dose import ALSO_CALLED, PlannedDose

FORMAT = "amber-jug-recipe"
VERSION = 1

_MOST_POURS = 200
_MOST_NAME = 200
_MOST_INGREDIENTS = 20_000
_DAY = re.compile(r"\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])")
# What a trace of alcohol costs says nothing. Alcohol-free is 0.5 % in most laws.
_MEANS_SOMETHING_ABV = 0.5


def read_recipe(data: object) -> Recipe:
    """A recipe from its parsed JSON. Raises JobError naming the place and what is right."""
    fields = _mapping(data, "", "a recipe")
    if fields.get("format") != FORMAT:
        raise JobError(f"This is not a recipe file: it says “format”: “{FORMAT}”.", "format")
    version = fields.get("version")
    if isinstance(version, bool) or version != VERSION:
        raise JobError(f"This reads version {VERSION} of the recipe file.", "version")
    pours = fields.get("pours")
    if not isinstance(pours, list) or not pours:
        raise JobError("Nothing is poured yet: pour at least one thing in.", "pours")
    if len(pours) > _MOST_POURS:
        raise JobError(f"At most {_MOST_POURS} pours go into one jug.", "pours")
    vessel = _optional(fields, "vessel")
    yeast = _optional(fields, "yeast")
    currency = _text(fields, "currency", "")
    if currency is not None and not (len(currency) == 3 and currency.isalpha()):
        raise JobError("A currency is three letters, like GBP.", "currency")
    return Recipe(
        tuple(_pour(item, f"pours[{index}]") for index, item in enumerate(pours)),
        _text(fields, "name", "") or "",
        currency.upper() if currency else None,
        _number(vessel, "volume_ml", "vessel", above=0, most=MOST_ML) if vessel else None,
        _number(yeast, "tolerance_abv", "yeast", above=0, most=25) if yeast else None,
        _aim(fields["aim"]) if fields.get("aim") is not None else None,
        (_text(vessel, "name", "vessel") or "") if vessel else "",
        _glass(fields["glass"]) if fields.get("glass") is not None else None,
        tuple(_dose(item, f"doses[{i}]") for i, item in enumerate(_list(fields, "doses"))),
        _number(fields, "hold_back_ml", "", most=MOST_ML) or 0.0,
        _number(fields, "ph", "", above=2, most=7),
        _price(fields, "most_per_bottle", ""),
    )


def _pour(item: object, place: str) -> PricedPour:
    fields = _mapping(item, place, "a pour")
    name = _text(fields, "name", place)
    if not name:
        raise JobError("Give the pour a name.", f"{place}.name")
    kind = _text(fields, "kind", place)
    if kind not in KINDS:
        raise JobError(
            f"“{kind}” is not a kind of pour: use one of {', '.join(KINDS)}."
            if kind
            else f"Say what kind of pour it is: one of {', '.join(KINDS)}.",
            f"{place}.kind",
        )
    pour = Pour(
        name,
        kind,
        _number(fields, "volume_ml", place, most=MOST_ML),
        _number(fields, "mass_g", place, most=MOST_ML),
        _key(fields, "fruit", place),
        _key(fields, "sugar", place),
        _label(fields["label"], f"{place}.label") if fields.get("label") is not None else None,
        _number(fields, "measured_sg", place, above=0, most=10),
        _key(fields, "acid", place),
        _key(fields, "tannin", place),
        _number(fields, "juice_percent", place, most=100),
        _amount_by(fields, place),
    )
    if pour.volume_ml is not None and pour.mass_g is not None:
        raise JobError("Give volume_ml or mass_g, not both.", f"{place}.mass_g")
    try:
        pour.composition()
    except JobError as error:
        raise error.within(place) from error
    known = Known(
        _text(fields, "ingredients", place, _MOST_INGREDIENTS),
        _day(fields, "label_on", place),
        _day(fields, "price_on", place),
    )
    return PricedPour(pour, _pack(fields, place), known)


def _amount_by(fields: Mapping[str, Any], place: str) -> str | None:
    way = _key(fields, "amount_by", place)
    if way is not None and way not in WAYS:
        raise JobError(f"How is the amount known: one of {', '.join(WAYS)}.", f"{place}.amount_by")
    return way


def _dose(item: object, place: str) -> PlannedDose:
    fields = _mapping(item, place, "a dose")
    kind = _key(fields, "kind", place) or ""
    try:
        return PlannedDose(
            ALSO_CALLED.get(kind, kind),
            _number(fields, "mass_g", place) or 0.0,
            _key(fields, "when", place) or "",
        )
    except JobError as error:
        raise error if error.at.startswith(place) else error.within(place) from error


def _glass(item: object) -> GlassPlan:
    fields = _mapping(item, "glass", "how it is to be in the glass")
    late = _pour(fields["late"], "glass.late") if fields.get("late") is not None else None
    style = _key(fields, "style", "glass") or ""
    warmest = _number(fields, "warmest_c", "glass", most=40)
    bottle, closure = _key(fields, "bottle", "glass"), _key(fields, "closure", "glass")
    numbers = (
        _number(fields, "sugar_g_per_l", "glass") or 0.0,
        _number(fields, "volumes", "glass"),
        late.pour if late else None,
        _number(fields, "late_share", "glass") or 0.0,
        late.pack if late else None,
        20.0 if warmest is None else warmest,
    )
    try:
        closed = closure_of(bottle, closure or "") if bottle else None
        return GlassPlan(style, *numbers, closed)
    except JobError as error:
        raise error.within("glass") from error


def _list(fields: Mapping[str, Any], key: str) -> list[Any]:
    items = fields.get(key)
    if items is None:
        return []
    if not isinstance(items, list) or len(items) > _MOST_POURS:
        raise JobError(f"Here should be a list of at most {_MOST_POURS}.", key)
    return items


def _day(fields: Mapping[str, Any], key: str, place: str) -> str | None:
    text = _text(fields, key, place)
    if text and not _DAY.fullmatch(text):
        raise JobError("Write the day like 2026-05-31.", _at(place, key))
    return text or None


def _label(item: object, place: str) -> Label:
    fields = _mapping(item, place, "a label")
    per_ml = _number(fields, "per_ml", place, above=0)
    per_g = _number(fields, "per_g", place, above=0)
    if (per_ml is None) == (per_g is None):
        raise JobError("Say per_ml or per_g, one of them: how much the sugars are for.", place)
    sugars = fields.get("sugars_g")
    if isinstance(sugars, bool) or not isinstance(sugars, int | float | str):
        raise JobError(
            "Write the sugars as printed on the label, like “10.4”.", f"{place}.sugars_g"
        )
    if not isinstance(sugars, str):
        _finite(sugars, f"{place}.sugars_g")
    amount, unit = (per_ml, "ml") if per_ml is not None else (per_g, "g")
    assert amount is not None
    try:
        return read_label(sugars, amount, unit)
    except JobError as error:
        raise error.within(place) from error


def _pack(fields: Mapping[str, Any], place: str) -> Pack | None:
    pack_ml = _number(fields, "pack_ml", place, above=LEAST_PACK, most=MOST_ML)
    pack_g = _number(fields, "pack_g", place, above=LEAST_PACK, most=MOST_ML)
    price = _price(fields, "price", place)
    if price is None:
        return None
    if pack_ml is None and pack_g is None:
        raise JobError("A price needs the size of its pack: pack_ml or pack_g.", f"{place}.price")
    return Pack(price, pack_ml, pack_g)


def _price(fields: Mapping[str, Any], key: str, place: str) -> Decimal | None:
    price = fields.get(key)
    if price is None:
        return None
    at = _at(place, key)
    if isinstance(price, bool) or not isinstance(price, int | float | str):
        raise JobError("A price is text, like “1.15”.", at)
    try:
        return read_price(str(price))
    except JobError as error:
        raise JobError(error.text, at) from error


def _aim(item: object) -> Aim:
    fields = _mapping(item, "aim", "an aim")
    solve = fields.get("solve")
    if not isinstance(solve, list) or not all(_is_unknown(unknown) for unknown in solve):
        raise JobError(
            "List the names of the pours that may give, or pairs of names whose share may.",
            "aim.solve",
        )
    return Aim(
        tuple(unknown if isinstance(unknown, str) else tuple(unknown) for unknown in solve),
        _number(fields, "abv", "aim"),
        _number(fields, "og", "aim"),
        _number(fields, "fill_ml", "aim"),
        _number(fields, "acid_g_per_l", "aim"),
        _number(fields, "tannin_g_per_l", "aim"),
        _shares(fields),
    )


def _shares(fields: Mapping[str, Any]) -> dict[str, float]:
    if fields.get("shares") is None:
        return {}
    shares = _mapping(fields["shares"], "aim.shares", "shares by the name of their pour")
    return {name: _number(shares, name, "aim.shares") or 0.0 for name in shares}


def _is_unknown(item: object) -> bool:
    if isinstance(item, list):
        return len(item) == 2 and all(isinstance(name, str) for name in item)
    return isinstance(item, str)


def _mapping(item: object, place: str, what: str) -> Mapping[str, Any]:
    if not isinstance(item, Mapping):
        raise JobError(f"Here should be {what}: a JSON object in braces.", place)
    return item


def _optional(fields: Mapping[str, Any], key: str) -> Mapping[str, Any] | None:
    return _mapping(fields[key], key, f"the {key}") if fields.get(key) is not None else None


def _at(place: str, key: str) -> str:
    return f"{place}.{key}" if place else key


def _text(fields: Mapping[str, Any], key: str, place: str, most: int = _MOST_NAME) -> str | None:
    value = fields.get(key)
    if value is None:
        return None
    if not isinstance(value, str):
        raise JobError("Here should be text.", _at(place, key))
    if len(value) > most:
        raise JobError(f"At most {most} letters fit here.", _at(place, key))
    return value.strip()


def _key(fields: Mapping[str, Any], key: str, place: str) -> str | None:
    """The key of a table; "Sour cherry" and "sour-cherry" are sour_cherry."""
    text = _text(fields, key, place)
    return "_".join(text.lower().replace("-", " ").replace("_", " ").split()) if text else None


def _finite(value: float, at: str) -> float:
    # An integer too long for a float is as absurd as infinity.
    try:
        number = float(value)
    except OverflowError:
        number = math.inf
    if not math.isfinite(number):
        raise JobError("Here should be an ordinary number.", at)
    return number


def _number(
    fields: Mapping[str, Any],
    key: str,
    place: str,
    above: float | None = None,
    most: float | None = None,
) -> float | None:
    """A number, when given: not below 0 (or, with `above`, above that), at most `most`."""
    value = fields.get(key)
    if value is None:
        return None
    at = _at(place, key)
    if isinstance(value, bool) or not isinstance(value, int | float):
        raise JobError("Here should be a number, without quotes or a unit.", at)
    number = _finite(value, at)
    if above is not None and number <= above:
        raise JobError(f"{number:g} is too small: it must be above {above:g}.", at)
    if number < 0:
        raise JobError(f"{number:g} is below zero: it must be 0 or more.", at)
    if most is not None and number > most:
        raise JobError(f"{number:g} is too much: at most {most:g}.", at)
    return number


def answer(recipe: Recipe, result: Evaluation) -> dict[str, Any]:
    """The recipe file's answer, ready for JSON: ml, g, °Bx, SG, % vol, money as text."""
    mix, ends = result.must.mix, result.finish
    return {
        "must": {
            "volume_ml": round(mix.volume_ml, 1),
            "mass_g": round(mix.mass, 1),
            "sugar_g": round(mix.sugar, 2),
            "extract_g": round(mix.extract, 2),
            "brix": round(mix.brix, 3),
            "sg": _interval(result.must.sg, 5),
            "in_vessel_ml": round(result.must.in_vessel_ml, 1),
            "acid_g_per_l": _interval(result.acid.g_per_l, 3),
            "acid_as": "tartaric",
            "tannin_g_per_l": _interval(result.tannin.g_per_l, 3),
        },
        "pours": [_share(share) for share in result.shares],
        "finish": {
            "sg": _interval(ends.sg, 5),
            "abv": _interval(ends.abv, 3),
            "abv_quick": round(ends.strength.quick_sum, 3),
            "abv_potential_scale": round(ends.strength.potential_scale, 3),
            "yield": "mass balance, Balling: 0.484 g ethanol per g of sugar as sucrose",
            "residual_sugar_g_per_l": round(ends.residual_sugar_g_per_l, 2),
            "volume_ml": round(ends.volume_ml, 1),
            "reaching_bottles_ml": _interval(result.reaching_ml, 1),
            "limited_by": ends.limited_by,
        },
        "solution": {
            pour.name: (
                {"mass_g": round(pour.mass_g or 0.0, 2)}
                if pour.by_mass
                else {"volume_ml": round(pour.volume_ml or 0.0, 2)}
            )
            for pour in result.pours
            if pour.name in result.solved
        },
        "cost": {
            "used": money_text(result.cost.used),
            "packs": money_text(result.cost.packs),
            "currency": recipe.currency,
            "unpriced": list(result.unpriced),
            **_cost_by_size(result),
        },
        "glass": _in_the_glass(result.glass),
        "warnings": [{"code": w.code, "text": w.text} for w in result.warnings],
    }


def _in_the_glass(glass: InTheGlass) -> dict[str, Any]:
    return {
        "abv": round(glass.abv.value, 3),
        "sugar_g_per_l": round(glass.sugar_g_per_l, 2),
        "word": glass.word,
        "volumes": round(glass.volumes, 2),
        "bottled_ml": round(glass.bottled_ml, 1),
        "late_ml": round(glass.late_ml, 1),
        "priming_g": round(glass.priming_g, 1),
        "sweetener_g": round(glass.sweetener_g, 1),
        "steps": list(glass.steps),
        "worst_volumes": round(glass.worst_volumes, 2),
        "closing": {"verdict": glass.closing.word, "why": glass.closing.why}
        if glass.closing
        else None,
    }


def _share(share: PourShare) -> dict[str, Any]:
    return {
        "name": share.name,
        "volume_ml": round(share.volume_ml, 1),
        "mass_g": round(share.mass_g, 2),
        "sugar_g": round(share.sugar_g, 2),
        "acid_g": round(share.acid_g, 3),
        "tannin_g": round(share.tannin_g, 3),
        "cost": None if share.cost is None else money_text(money(share.cost)),
    }


def _cost_by_size(result: Evaluation) -> dict[str, str | None]:
    """Of what is bottled: per litre, and per 10 ml of pure alcohol."""
    used, ml, abv = result.cost.used, result.glass.bottled_ml, result.glass.abv.value
    priced = result.cost.known and ml > 0
    return {
        "per_litre": money_text(per_bottle(used, ml, 1000)) if priced else None,
        "per_unit_of_alcohol": money_text(per_unit_of_alcohol(used, ml, abv))
        if priced and abv > _MEANS_SOMETHING_ABV
        else None,
    }


def money_text(amount: Decimal) -> str:
    """Money as text with two decimals, like "1.15"."""
    return f"{amount:.2f}"


def _interval(interval: Interval, digits: int) -> dict[str, float]:
    return {
        "value": round(interval.value, digits),
        "low": round(interval.low, digits),
        "high": round(interval.high, digits),
    }
