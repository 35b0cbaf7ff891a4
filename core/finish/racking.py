"""Off the lees: what stays behind, the air that is then over it, and how to fill that."""

from collections.abc import Sequence
from dataclasses import dataclass

from core.errors import JobError
from core.finish.losses import left_by_racking
from core.interval import Interval
from core.must.mixing import Pour

# Air over a drink that no longer gives off gas browns it from so much of the vessel on. Common
# practice: a finger or two in the neck.
_LITTLE_AIR = 0.05
# More than this of a vessel nobody tops up. Common practice.
_TOPPED_UP = 0.25


@dataclass(frozen=True, slots=True)
class Racking:
    """What stays behind and what goes over, ml; the air over it in the vessel it goes into, ml;
    what to do about that, as sentences (none where it is little), and what spare vessel it takes
    (empty: none)."""

    left_ml: float
    goes_over_ml: float
    air_ml: float
    fill: tuple[str, ...]
    spare: str


def usual_left_ml(pours: Sequence[Pour], volume_ml: float) -> Interval:
    """What one racking usually leaves behind, ml, by how pulpy the juice is. Common practice."""
    low, high = left_by_racking(pours, volume_ml)
    return Interval((low + high) / 2 * volume_ml, low * volume_ml, high * volume_ml)


def most_ml(vessel_ml: float) -> float:
    """What a vessel of `vessel_ml` to its shoulder takes, up into its neck. Common practice."""
    return vessel_ml * (1 + _LITTLE_AIR)


def check_room(what: str, volume_ml: float, vessel_ml: float, at: str) -> None:
    """Raises JobError, placed at the field `at`, for more than a vessel of `vessel_ml` takes."""
    if volume_ml > most_ml(vessel_ml):
        raise JobError(
            f"{what} comes to {volume_ml / 1000:.2f} L, and {vessel_ml / 1000:.2f} L do not hold"
            " it: take a larger vessel, or less of it.",
            at,
        )


def racking(
    volume_ml: float,
    left_ml: float,
    vessel_ml: float,
    smaller: Sequence[tuple[str, float]] = (),
    same: bool = False,
) -> Racking:
    """Racked into a vessel of `vessel_ml` to its shoulder; `smaller` are others, each with its
    name, that stand empty. `same`: back into the vessel that it comes from.

    Raises JobError where more stays behind than there is, or the vessel is too small.
    """
    if not 0 <= left_ml < volume_ml:
        raise JobError(f"Less than the {volume_ml:.0f} ml there are stays behind.", "left_ml")
    over = volume_ml - left_ml
    check_room("What goes over", over, vessel_ml, "vessel_ml")
    air = max(vessel_ml - over, 0.0)
    spare = (
        f"Have a spare vessel for {over / 1000:.2f} L ready: this one is rinsed before it goes"
        " back."
        if same
        else ""
    )
    if air <= _LITTLE_AIR * vessel_ml:
        return Racking(left_ml, over, air, (), spare)
    fits = [
        name
        for name, size in sorted(smaller, key=lambda each: each[1])
        if over <= size < vessel_ml * (1 - _LITTLE_AIR / 2)
    ]
    ways = [f"Rack into {fits[0]} instead."] if fits else []
    if air <= _TOPPED_UP * vessel_ml:
        ways.append(f"Top it up with {air:.0f} ml of a finished drink like it.")
        ways.append("Or sink clean glass marbles until it stands in the neck.")
    elif not fits:
        ways.append(f"Rack into a smaller vessel, of about {over / 1000:.1f} L, or bottle it.")
    return Racking(left_ml, over, air, tuple(ways), spare)
