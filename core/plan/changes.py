"""What one keeping of a plan changed, in few words, so that two of them can be told apart."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import replace

from core.plan.amounts_in_words import measured
from core.plan.evaluation import PricedPour, Recipe
from core.plan.planned_dose import DOSED, WHEN


def changes(before: Recipe, after: Recipe, system: str = "metric") -> tuple[str, ...]:
    """What `after` has otherwise than `before`, what goes in first; none of equal ones.

    Amounts are said in `system`, metric or us.
    """
    return (
        *_pours(before, after, system),
        *_doses(before, after),
        *_targets(before, after, system),
        *_around(before, after, system),
    )


def _pours(before: Recipe, after: Recipe, system: str) -> Iterator[str]:
    old, new = _by_name(before.pours), _by_name(after.pours)
    for name, pour in new.items():
        if name not in old:
            yield f"{_amount(pour, system)} {name} added"
            continue
        was = old[name]
        if _amount(was, system) != _amount(pour, system):
            yield f"{name} {_amount(was, system)} → {_amount(pour, system)}"
        same = replace(pour.pour, volume_ml=was.pour.volume_ml, mass_g=was.pour.mass_g)
        if same != was.pour:
            yield f"what is known of {name}"
        if pour.pack != was.pack:
            yield f"price of {name}"
    yield from (f"{name} taken out" for name in old if name not in new)


def _by_name(pours: Sequence[PricedPour]) -> Mapping[str, PricedPour]:
    return {priced.pour.name: priced for priced in pours}


def _amount(priced: PricedPour, system: str) -> str:
    return measured(priced.pour.amount, priced.pour.by_mass, system)


def _doses(before: Recipe, after: Recipe) -> Iterator[str]:
    old, new = ({(d.kind, d.when): d.mass_g for d in plan.doses} for plan in (before, after))
    for kind, when in dict.fromkeys([*new, *old]):
        was, now = old.get((kind, when)), new.get((kind, when))
        named = f"{DOSED[kind].lower()} {WHEN[when]}"
        if was is None:
            yield f"{now:g} g {named} added"
        elif now is None:
            yield f"{named} taken out"
        elif was != now:
            yield f"{named} {was:g} g → {now:g} g"


_TARGETS = (
    ("abv", "strength {:g} %"),
    ("og", "start {:.3f}"),
    ("acid_g_per_l", "sharpness {:g} g/L"),
    ("tannin_g_per_l", "tannin {:g} g/L"),
)


def _targets(before: Recipe, after: Recipe, system: str) -> Iterator[str]:
    for name, said in _TARGETS:
        was, now = (getattr(plan.aim, name, None) for plan in (before, after))
        if was != now:
            yield f"no {said.split(' {')[0]} wanted" if now is None else said.format(now)
    was, now = (getattr(plan.aim, "fill_ml", None) for plan in (before, after))
    if was != now:
        yield "no fill wanted" if now is None else f"filled to {measured(now, False, system)}"
    gives, gave = (
        (plan.aim.solve, plan.aim.shares) if plan.aim else None for plan in (after, before)
    )
    if gives != gave:
        yield "what may be adjusted"
    if before.most_per_bottle != after.most_per_bottle:
        yield "the most a bottle may cost"


def _around(before: Recipe, after: Recipe, system: str) -> Iterator[str]:
    if (before.vessel_ml, before.vessel_name) != (after.vessel_ml, after.vessel_name):
        size = measured(after.vessel_ml, False, system) if after.vessel_ml else "none"
        yield f"vessel: {size}"
    if before.tolerance_abv != after.tolerance_abv:
        yield "yeast"
    if before.glass != after.glass:
        yield "how it is wanted in the glass"
    if before.hold_back_ml != after.hold_back_ml:
        yield f"{measured(after.hold_back_ml, False, system)} held back"
    if before.ph != after.ph:
        yield "pH" if after.ph is None else f"pH {after.ph:g}"
    if before.name != after.name:
        yield f"named “{after.name}”"
