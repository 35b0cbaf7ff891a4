"""How far a vessel is filled, and one somebody measured."""

from core import tables
from core.errors import JobError

# Foam wants about a tenth of the vessel in the first days. Common practice.
_FOAM_ROOM = 0.08
SIZES_ML = (100.0, 100_000.0)
# A vessel measured only to its brim is filled to here at most. Common practice.
_SHOULDER = 0.95


def usual_fill_ml(vessel_ml: float) -> float:
    """How far a vessel is filled when nothing else is said: up to the room foam wants."""
    return (1 - _FOAM_ROOM) * vessel_ml


def shoulder_ml(shape: str, brim_ml: float, measured_ml: float | None = None) -> float:
    """What an own vessel holds to its shoulder, ml: as measured, else by its brim.

    Raises JobError, placed at the field, for a shape no vessel has, a brim outside 100 ml to
    100 L, or a shoulder above it.
    """
    if shape not in {vessel.shape for vessel in tables.VESSELS.values()}:
        raise JobError("Choose what it is shaped like.", "shape")
    least, most = SIZES_ML
    if not least <= brim_ml <= most:
        raise JobError("Vessels run from 100 ml to 100 L: measure it full of water.", "brim_ml")
    shoulder = _SHOULDER * brim_ml if measured_ml is None else measured_ml
    if not 0 < shoulder <= brim_ml:
        raise JobError("The shoulder lies below the brim.", "volume_ml")
    return shoulder


def check_vessel(volume_ml: float | None) -> None:
    """Raises JobError for a vessel no kitchen has; None is no vessel, and fine."""
    least, most = SIZES_ML
    if volume_ml is not None and not least <= volume_ml <= most:
        raise JobError(
            f"A vessel of {volume_ml:g} ml: sizes run from 100 ml to 100 L.", "vessel.volume_ml"
        )
