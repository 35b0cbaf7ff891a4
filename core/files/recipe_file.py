"""The recipe file: reading it (see docs/formats/recipe-file.md) and answering it."""

import re
from collections.abc import Mapping
from decimal import Decimal
from typing import Any

from core.aim.solve import Aim
from core.bottle.closing import closure_of
from core.cost.costing import LEAST_PACK, Pack, per_bottle, per_unit_of_alcohol
from core.errors import JobError
from core.files.fields import (
    MOST_LISTED,
    at_key,
    between,
    finite,
    key_of,
    list_of,
    mapping,
    number_of,
    only,
    optional,
    price_of,
    text_of,
)
from core.interval import Interval
from core.measure.amounts import WAYS
from core.measure.money import money
from core.must.acidity import check_ph
from core.must.composition import CLOUDIER, KINDS
from core.must.mixing import MOST_ML, Pour
from core.pack.declared import Label, read_label
from core.pack.no_juice import printed_share
from core.plan.caution import Known
from core.plan.evaluation import Evaluation, PourShare, PricedPour, Recipe
from core.plan.glass import GlassPlan, InTheGlass
from core.plan.kitchen import BY_TABLES, Kitchen
from core.plan.planned_dose import ALSO_CALLED, PlannedDose

FORMAT = "amber-jug-recipe"
VERSION = 1

_MOST_INGREDIENTS = 20_000
POUR_KEYS = (
    *("name", "kind", "volume_ml", "mass_g", "amount_by", "price", "pack_ml", "pack_g"),
    *("fruit", "sugar", "acid", "tannin", "label", "measured_sg", "juice_percent"),
    *("ingredients", "label_on", "price_on"),
)
_LABEL_KEYS = ("sugars_g", "per_ml", "per_g")
_DAY = re.compile(r"\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])")
_MOST_POINTS = 10.0
# What a trace of alcohol costs says nothing. Alcohol-free is 0.5 % in most laws.
_MEANS_SOMETHING_ABV = 0.5


def read_recipe(data: object) -> Recipe:
    """A recipe from its parsed JSON. Raises JobError naming the place and what is right."""
    fields = mapping(data, "", "a recipe")
    if fields.get("format") != FORMAT:
        raise JobError(f"This is not a recipe file: it says “format”: “{FORMAT}”.", "format")
    version = fields.get("version")
    if isinstance(version, bool) or version != VERSION:
        raise JobError(f"This reads version {VERSION} of the recipe file.", "version")
    pours = fields.get("pours")
    if not isinstance(pours, list) or not pours:
        raise JobError("Nothing has been added yet: add at least one ingredient.", "pours")
    if len(pours) > MOST_LISTED:
        raise JobError(f"At most {MOST_LISTED} pours go into one jug.", "pours")
    vessel = optional(fields, "vessel")
    yeast = optional(fields, "yeast")
    currency = text_of(fields, "currency", "")
    if currency is not None and not (len(currency) == 3 and currency.isalpha()):
        raise JobError("A currency is three letters, like GBP.", "currency")
    return Recipe(
        tuple(read_pour(item, f"pours[{index}]") for index, item in enumerate(pours)),
        text_of(fields, "name", "") or "",
        currency.upper() if currency else None,
        number_of(vessel, "volume_ml", "vessel", above=0, most=MOST_ML) if vessel else None,
        number_of(yeast, "tolerance_abv", "yeast", above=0, most=25) if yeast else None,
        _aim(fields["aim"]) if fields.get("aim") is not None else None,
        (text_of(vessel, "name", "vessel") or "") if vessel else "",
        _glass(fields["glass"]) if fields.get("glass") is not None else None,
        tuple(_dose(item, f"doses[{i}]") for i, item in enumerate(list_of(fields, "doses"))),
        number_of(fields, "hold_back_ml", "", most=MOST_ML) or 0.0,
        _ph(fields),
        price_of(fields, "most_per_bottle", ""),
        _kitchen(fields["kitchen"]) if fields.get("kitchen") is not None else BY_TABLES,
    )


def read_pour(item: object, place: str) -> PricedPour:
    """A pour with its pack and what is known of it. Raises JobError naming the place."""
    fields = mapping(item, place, "a pour")
    name = text_of(fields, "name", place)
    if not name:
        raise JobError("Give the pour a name.", f"{place}.name")
    kind = text_of(fields, "kind", place)
    if kind not in KINDS:
        raise JobError(
            f"“{kind}” is not a kind of pour: use one of {', '.join(KINDS)}."
            if kind
            else f"Say what kind of pour it is: one of {', '.join(KINDS)}.",
            f"{place}.kind",
        )
    richness = number_of(fields, "richness", place)
    ingredients = text_of(fields, "ingredients", place, _MOST_INGREDIENTS)
    juice_percent = number_of(fields, "juice_percent", place, most=100)
    pour = Pour(
        name,
        kind,
        number_of(fields, "volume_ml", place, most=MOST_ML),
        number_of(fields, "mass_g", place, most=MOST_ML),
        key_of(fields, "fruit", place),
        key_of(fields, "sugar", place),
        _label(fields["label"], f"{place}.label") if fields.get("label") is not None else None,
        number_of(fields, "measured_sg", place, above=0, most=10),
        key_of(fields, "acid", place),
        key_of(fields, "tannin", place),
        printed_share(kind, juice_percent, ingredients or ""),
        _amount_by(fields, place),
        1.0 if richness is None else richness,
        between(fields, "cloudier_g_per_l", place, *CLOUDIER) or 0.0,
    )
    if pour.volume_ml is not None and pour.mass_g is not None:
        raise JobError("Give volume_ml or mass_g, not both.", f"{place}.mass_g")
    try:
        pour.composition()
    except JobError as error:
        raise error.within(place) from error
    known = Known(
        ingredients,
        _day(fields, "label_on", place),
        _day(fields, "price_on", place),
    )
    return PricedPour(pour, _pack(fields, place), known)


def pour_of(fields: Mapping[str, Any], at: str) -> PricedPour:
    """The pour under its key, with nothing in it that is not known. Raises JobError, placed."""
    inside = f"{at}.pour"
    pour = mapping(fields.get("pour"), inside, "a pour")
    only(pour, POUR_KEYS, inside)
    if isinstance(pour.get("label"), Mapping):
        only(pour["label"], _LABEL_KEYS, f"{inside}.label")
    return read_pour(pour, inside)


def _ph(fields: Mapping[str, Any]) -> float | None:
    ph = number_of(fields, "ph", "")
    if ph is not None:
        check_ph(ph, "ph")
    return ph


def _kitchen(item: object) -> Kitchen:
    fields = mapping(item, "kitchen", "what was found of the kitchen")
    losses = number_of(fields, "losses", "kitchen", most=10)
    ends = fields.get("ends_points")
    if ends is not None and (isinstance(ends, bool) or not isinstance(ends, int | float)):
        raise JobError("Points are a number, like 1.5 or -2.", "kitchen.ends_points")
    points = finite(ends or 0.0, "kitchen.ends_points")
    if abs(points) > _MOST_POINTS:
        raise JobError(
            f"A yeast ends within {_MOST_POINTS:g} points of the tables.", "kitchen.ends_points"
        )
    return Kitchen(1.0 if losses is None else losses, points)


def _amount_by(fields: Mapping[str, Any], place: str) -> str | None:
    way = key_of(fields, "amount_by", place)
    if way is not None and way not in WAYS:
        raise JobError(f"How is the amount known: one of {', '.join(WAYS)}.", f"{place}.amount_by")
    return way


def _dose(item: object, place: str) -> PlannedDose:
    fields = mapping(item, place, "a dose")
    kind = key_of(fields, "kind", place) or ""
    try:
        return PlannedDose(
            ALSO_CALLED.get(kind, kind),
            number_of(fields, "mass_g", place) or 0.0,
            key_of(fields, "when", place) or "",
        )
    except JobError as error:
        raise error if error.at.startswith(place) else error.within(place) from error


def _glass(item: object) -> GlassPlan:
    fields = mapping(item, "glass", "how it is to be in the glass")
    late = read_pour(fields["late"], "glass.late") if fields.get("late") is not None else None
    style = key_of(fields, "style", "glass") or ""
    warmest = number_of(fields, "warmest_c", "glass", most=40)
    bottle, closure = key_of(fields, "bottle", "glass"), key_of(fields, "closure", "glass")
    numbers = (
        number_of(fields, "sugar_g_per_l", "glass") or 0.0,
        number_of(fields, "volumes", "glass"),
        late.pour if late else None,
        number_of(fields, "late_share", "glass") or 0.0,
        late.pack if late else None,
        20.0 if warmest is None else warmest,
    )
    try:
        closed = closure_of(bottle, closure or "") if bottle else None
        return GlassPlan(style, *numbers, closed)
    except JobError as error:
        raise error.within("glass") from error


def _day(fields: Mapping[str, Any], key: str, place: str) -> str | None:
    text = text_of(fields, key, place)
    if text and not _DAY.fullmatch(text):
        raise JobError("Write the day like 2026-05-31.", at_key(place, key))
    return text or None


def _label(item: object, place: str) -> Label:
    fields = mapping(item, place, "a label")
    per_ml = number_of(fields, "per_ml", place, above=0)
    per_g = number_of(fields, "per_g", place, above=0)
    if (per_ml is None) == (per_g is None):
        raise JobError("Say per_ml or per_g, one of them: how much the sugars are for.", place)
    sugars = fields.get("sugars_g")
    if isinstance(sugars, bool) or not isinstance(sugars, int | float | str):
        raise JobError(
            "Write the sugars as printed on the label, like “10.4”.", f"{place}.sugars_g"
        )
    if not isinstance(sugars, str):
        finite(sugars, f"{place}.sugars_g")
    amount, unit = (per_ml, "ml") if per_ml is not None else (per_g, "g")
    assert amount is not None
    try:
        return read_label(sugars, amount, unit)
    except JobError as error:
        raise error.within(place) from error


def _pack(fields: Mapping[str, Any], place: str) -> Pack | None:
    pack_ml = number_of(fields, "pack_ml", place, above=LEAST_PACK, most=MOST_ML)
    pack_g = number_of(fields, "pack_g", place, above=LEAST_PACK, most=MOST_ML)
    price = price_of(fields, "price", place)
    if price is None:
        return None
    if pack_ml is None and pack_g is None:
        raise JobError("A price needs the size of its pack: pack_ml or pack_g.", f"{place}.price")
    return Pack(price, pack_ml, pack_g)


def _aim(item: object) -> Aim:
    fields = mapping(item, "aim", "an aim")
    solve = fields.get("solve")
    if not isinstance(solve, list) or not all(_is_unknown(unknown) for unknown in solve):
        raise JobError(
            "List the names of the pours that may give, or pairs of names whose share may.",
            "aim.solve",
        )
    return Aim(
        tuple(unknown if isinstance(unknown, str) else tuple(unknown) for unknown in solve),
        number_of(fields, "abv", "aim"),
        number_of(fields, "og", "aim"),
        number_of(fields, "fill_ml", "aim"),
        number_of(fields, "acid_g_per_l", "aim"),
        number_of(fields, "tannin_g_per_l", "aim"),
        _shares(fields),
    )


def _shares(fields: Mapping[str, Any]) -> dict[str, float]:
    if fields.get("shares") is None:
        return {}
    shares = mapping(fields["shares"], "aim.shares", "shares by the name of their pour")
    return {name: number_of(shares, name, "aim.shares") or 0.0 for name in shares}


def _is_unknown(item: object) -> bool:
    if isinstance(item, list):
        return len(item) == 2 and all(isinstance(name, str) for name in item)
    return isinstance(item, str)


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
            "sg": interval(result.must.sg, 5),
            "in_vessel_ml": round(result.must.in_vessel_ml, 1),
            "acid_g_per_l": interval(result.acid.g_per_l, 3),
            "acid_as": "tartaric",
            "tannin_g_per_l": interval(result.tannin.g_per_l, 3),
        },
        "pours": [_share(share) for share in result.shares],
        "finish": {
            "sg": interval(ends.sg, 5),
            "abv": interval(ends.abv, 3),
            "abv_quick": round(ends.strength.quick_sum, 3),
            "abv_potential_scale": round(ends.strength.potential_scale, 3),
            "yield": "mass balance, Balling: 0.484 g ethanol per g of sugar as sucrose",
            "residual_sugar_g_per_l": round(ends.residual_sugar_g_per_l, 2),
            "volume_ml": round(ends.volume_ml, 1),
            "reaching_bottles_ml": interval(result.reaching_ml, 1),
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
        "per_unit_of_alcohol": money_text(per_unit_of_alcohol(used, [(ml, abv)]))
        if priced and abv > _MEANS_SOMETHING_ABV
        else None,
    }


def money_text(amount: Decimal) -> str:
    """Money as text with two decimals, like "1.15"."""
    return f"{amount:.2f}"


def interval(figure: Interval, digits: int) -> dict[str, float]:
    """A figure with its 90 % interval, ready for JSON."""
    return {
        "value": round(figure.value, digits),
        "low": round(figure.low, digits),
        "high": round(figure.high, digits),
    }
