"""Bringing a must from one gravity to another: water, boiling, swapping sugar for juice."""

from dataclasses import dataclass, replace

from core.errors import JobError
from core.measure.density import brix_from_sg, density_g_per_ml
from core.must.mixing import Mix, Pour, mix_of, water_to_reach_ml


@dataclass(frozen=True, slots=True)
class BoiledDown:
    """A juice boiled down: ml left, ml of water gone, and how many times all else is now.

    Acid and preservative concentrate by `times` too.
    """

    left_ml: float
    gone_ml: float
    times: float


def _must(volume_ml: float, sg: float) -> Mix:
    """So much of a must, its solids counted as sugar."""
    mass = volume_ml * density_g_per_ml(sg)
    solids = mass * brix_from_sg(sg) / 100
    return Mix(mass, solids, solids, 0.0)


def _check(volume_ml: float, *gravities: float) -> None:
    if not 0 < volume_ml <= 1e6:
        raise JobError("Say how many ml are in the jug, like 4500.", "volume_ml")
    for sg in gravities:
        if not 1.0005 <= sg <= 1.4:
            raise JobError(f"{sg:g} is not a must's gravity: between 1.001 and 1.400.", "sg")


def water_to_dilute_ml(volume_ml: float, sg: float, wanted_sg: float) -> float:
    """Water that brings a must down to `wanted_sg`; the jug then holds more.

    Raises JobError when it is thinner already.
    """
    _check(volume_ml, sg, wanted_sg)
    if wanted_sg > sg:
        raise JobError(
            f"It is thinner than {wanted_sg:.3f} already: water does not help.", "wanted_sg"
        )
    return water_to_reach_ml(_must(volume_ml, sg), wanted_sg)


def boil_down(volume_ml: float, sg: float, wanted_sg: float) -> BoiledDown:
    """How far to boil a weak juice down to reach `wanted_sg`. Only water leaves.

    Raises JobError when it is stronger already.
    """
    _check(volume_ml, sg, wanted_sg)
    if wanted_sg < sg:
        raise JobError(f"It is stronger than {wanted_sg:.3f} already: add water.", "wanted_sg")
    must = _must(volume_ml, sg)
    gone = -water_to_reach_ml(must, wanted_sg)
    left_ml = must.plus(mix_of(Pour("Water", "water", volume_ml=gone)), -1.0).volume_ml
    return BoiledDown(left_ml, gone, volume_ml / left_ml)


def true_volume_ml(must: Mix, measured_sg: float) -> float:
    """The volume in which these pours would read `measured_sg`: short or full jug.

    Raises JobError for a gravity that no amount of water explains.
    """
    _check(must.volume_ml, measured_sg)
    mass = must.mass + water_to_reach_ml(must, measured_sg) * density_g_per_ml(1.0)
    return mass / density_g_per_ml(measured_sg)


def juice_for_sugar_ml(sugar_g: float, juice: Pour) -> float:
    """Juice that carries as much for the yeast as so much white sugar.

    Raises JobError for a juice without sugar.
    """
    if sugar_g < 0:
        raise JobError("Sugar is 0 g or more.", "sugar_g")
    per_ml = mix_of(replace(juice, volume_ml=1.0, mass_g=None)).ferment
    if per_ml <= 0:
        raise JobError(f"There is no sugar in {juice.name} to swap for.", "juice")
    return sugar_g / per_ml


def pour_off_ml(
    volume_ml: float, sg: float, room_ml: float, wanted_sg: float
) -> tuple[float, float]:
    """Must to pour off a jug, and white sugar to dissolve, to reach `wanted_sg` in `room_ml`.

    Returns (ml poured off, g of sugar); the sum is done for what stays, not for the full
    volume. Raises JobError when water, not sugar, is wanted.
    """
    _check(volume_ml, sg, wanted_sg)
    _check(room_ml)
    if wanted_sg <= sg:
        raise JobError(
            f"It reads {sg:.3f} already: pour some off and top up with water.", "wanted_sg"
        )
    mass = room_ml * density_g_per_ml(wanted_sg)
    solids = mass * brix_from_sg(wanted_sg) / 100
    share = brix_from_sg(sg) / 100
    # kept + sugar = mass, and share of kept + sugar = solids.
    kept = (mass - solids) / (1 - share)
    kept_ml = kept / density_g_per_ml(sg)
    if kept_ml > volume_ml:
        raise JobError(
            f"There is {volume_ml:.0f} ml, and it takes {kept_ml:.0f}: add more must first.",
            "room_ml",
        )
    return volume_ml - kept_ml, mass - kept
