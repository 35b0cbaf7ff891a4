"""What does not reach the bottles: lees, samples, and must held by fruit. Common practice."""

from collections.abc import Sequence

from core import tables
from core.errors import JobError
from core.interval import Interval
from core.must.mixing import EMPTY_G, Pour, mix_of

# Share of the jug that one racking leaves behind: clear juices and washes, pulpy ones.
_PER_RACKING = {"light": (0.02, 0.04), "heavy": (0.05, 0.10)}
# Must that strained and pressed pulp still holds, g per g of it.
_HELD_PER_PULP = (1.5, 3.0)
# One racking of clear juice and one sample, of a 5 L jug: what a plan reckons with at first.
USUAL_LEFT_BEHIND = 0.04
# A trial jar's worth, when samples are drunk rather than returned.
SAMPLE_ML = 50.0


def reaching_bottles(
    finished_ml: float,
    pours: Sequence[Pour],
    rackings: int = 1,
    samples: int = 1,
    times_usual: float = 1.0,
) -> Interval:
    """Millilitres of a finished jug that reach the bottles, 90 %.

    Each racking, the last into the bottles included, leaves lees by the kind of juice; each
    sample of 50 ml is drunk; whole fruit holds must back. A kitchen may lose `times_usual` as
    much. Raises JobError for a negative count or no volume.
    """
    if finished_ml <= 0:
        raise JobError("A jug holds more than nothing.", "finished_ml")
    if rackings < 0 or samples < 0:
        raise JobError("Rackings and samples are counted from 0.", "rackings")
    low, high = left_by_racking(pours, finished_ml)
    held = sum(_pulp_g(pour) for pour in pours)
    # Must weighs about a gram a millilitre: held grams are near enough millilitres.
    most = finished_ml - held * _HELD_PER_PULP[0]
    least = finished_ml - held * _HELD_PER_PULP[1]
    most = max(most * (1 - low) ** rackings - samples * SAMPLE_ML, 0.0)
    least = max(least * (1 - high) ** rackings - samples * SAMPLE_ML, 0.0)
    most, least = (
        max(finished_ml - times_usual * (finished_ml - reaching), 0.0) for reaching in (most, least)
    )
    return Interval((least + most) / 2, least, most)


def left_by_racking(pours: Sequence[Pour], finished_ml: float) -> tuple[float, float]:
    """Least and most that one racking leaves behind, as shares, by how much is pulpy juice."""
    mixes = [mix_of(pour) for pour in pours if pulpy(pour)]
    pulpy_ml = sum(mix.volume_ml for mix in mixes if mix.mass > EMPTY_G)
    heavy = min(pulpy_ml / finished_ml, 1.0)
    light = 1 - heavy
    return (
        heavy * _PER_RACKING["heavy"][0] + light * _PER_RACKING["light"][0],
        heavy * _PER_RACKING["heavy"][1] + light * _PER_RACKING["light"][1],
    )


def pulpy(pour: Pour) -> bool:
    """Whether what is poured throws much pulp and lees: fruit, and some juices."""
    if not (pour.volume_ml or pour.mass_g):
        return False
    if pour.kind == "fruit":
        return True
    fruit = tables.FRUITS[pour.fruit] if pour.fruit else None
    return pour.kind == "juice" and fruit is not None and fruit.heavy_lees


def _pulp_g(pour: Pour) -> float:
    if pour.kind != "fruit":
        return 0.0
    return mix_of(pour).mass / (1 - pour.composition().pulp) * pour.composition().pulp
