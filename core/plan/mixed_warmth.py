"""How warm it is once hot water is in, what that does, and how it cools until yeast may go in."""

import math
from dataclasses import dataclass

from core.errors import JobError
from core.ferment.reading import MOST_PITCHING_C
from core.ferment.yeast import mixed_temperature_c
from core.must.mixing import Mix

ENZYME_MOST_C = 45.0
"""Pectic enzyme is destroyed above this, °C. Common practice."""
# Glass may crack by so sudden a difference, K, and plastic goes soft from so warm, °C. Common
# practice.
_GLASS_K, _PLASTIC_C = 40.0, 60.0
# Cold water as it comes from the tap, °C; a room; and how long a jug of 4.5 L takes to come to
# within a third of what is around it, hours: in still air, and in a bath of cold water that is
# changed. A larger one takes longer by the cube root of the square of its size. Common practice.
_TAP_C, _ROOM_C = 12.0, 20.0
# Less hot water than this is not worth a kettle.
_WORTH_ML = 50.0
_IN_AIR_H, _IN_A_BATH_H, _OF_ML = 4.5, 0.6, 4500.0


@dataclass(frozen=True, slots=True)
class MixedWarmth:
    """How warm it is mixed, °C; how much of the water may be so hot for yeast to go in at once, ml;
    and hours until it may in the room and in a bath of cold water (0 where it may now)."""

    celsius: float
    may_be_hot_ml: float
    room_hours: float
    bath_hours: float
    minds: tuple[str, ...]

    @property
    def says(self) -> tuple[str, ...]:
        """The same in sentences, with what to mind."""
        first = f"Mixed it is about {self.celsius:.0f} °C."
        if not self.room_hours:
            return (f"{first} Yeast may go in.", *self.minds)
        at_once = (
            f"with {self.may_be_hot_ml // 10 * 10:.0f} ml of that water hot, and the rest of it"
            " cold, yeast may go in at once"
            if self.may_be_hot_ml >= _WORTH_ML
            else "the rest is too warm already"
        )
        waits = (
            f"Covered, it wants about {_time(self.room_hours)} in the room, or"
            f" {_time(self.bath_hours)} in a bath of cold water; {at_once}."
        )
        return (first, waits, *self.minds)


def mixed_warmth(must: Mix, hot_ml: float, hot_c: float, rest_c: float) -> MixedWarmth:
    """A must of which `hot_ml` of water are poured in at `hot_c`, and the rest is at `rest_c`.

    Valid for 0 to 100 °C, up to all of the must; what the vessel and the air take of the heat is
    left out, so that it is rather cooler. Raises JobError beyond.
    """
    if not 0 <= hot_c <= 100:
        raise JobError("Water is between 0 and 100 °C.", "hot_c")
    if not 0 <= rest_c <= 100:
        raise JobError("The rest is between 0 and 100 °C: 20 is a room, 5 a fridge.", "rest_c")
    if not 0 < hot_ml <= must.volume_ml:
        raise JobError(
            f"Hot water is part of the {must.volume_ml:.0f} ml in the plan: more than nothing,"
            " and not more than all.",
            "hot_ml",
        )
    rest_g = max(must.mass - hot_ml, 1.0)
    brix = min(100 * must.sugar / rest_g, 70.0)
    mixed = mixed_temperature_c([(hot_ml, hot_c, 0.0), (rest_g, rest_c, brix)])
    minds = tuple(_minds(mixed, hot_c, rest_c))
    if mixed <= MOST_PITCHING_C:
        return MixedWarmth(mixed, hot_ml, 0.0, 0.0, minds)
    # What a ml of the water, so much warmer than the rest, lifts all of it by, K.
    lifts = (mixed - rest_c) / hot_ml if mixed > rest_c else math.inf
    size = (must.volume_ml / _OF_ML) ** (2 / 3)
    return MixedWarmth(
        mixed,
        max((MOST_PITCHING_C - rest_c) / lifts, 0.0),
        size * _IN_AIR_H * math.log((mixed - _ROOM_C) / (MOST_PITCHING_C - _ROOM_C)),
        size * _IN_A_BATH_H * math.log((mixed - _TAP_C) / (MOST_PITCHING_C - _TAP_C)),
        minds,
    )


def _time(hours: float) -> str:
    if hours < 1.5:
        return f"{max(round(hours * 12), 1) * 5} minutes"
    return f"{hours:.0f} hours"


def _minds(mixed: float, hot_c: float, rest_c: float) -> list[str]:
    told = []
    if mixed > MOST_PITCHING_C:
        told.append(f"Yeast suffers above {MOST_PITCHING_C:g} °C: none goes in yet.")
    if mixed > ENZYME_MOST_C:
        told.append(f"Above {ENZYME_MOST_C:g} °C pectic enzyme is destroyed: it waits too.")
    if hot_c - rest_c > _GLASS_K:
        told.append(
            "Never pour it so hot into cold glass, which may crack: into the cool juice, in a pot,"
            " a little at a time."
        )
    if hot_c > _PLASTIC_C:
        told.append("A plastic bottle goes soft: mix it in a pot or a bucket made for hot water.")
    return told
