"""Other scales for the same gravity, and a stem read warm or cold.

Plato is Brix here: both are grams of sucrose in 100 g, read from the same tables.
"""

from core.errors import JobError
from core.measure.density import sg_at_20, water_density_g_per_ml

# Heavier-than-water Baumé with the modulus used for sugar and must.
_BAUME_MODULUS = 145.0


def baume_from_sg(sg: float) -> float:
    """Degrees Baumé, 145 - 145 / sg. Source: definition. Raises JobError at 0 or below.

    Example: 145 − 145 / 1.0741.

    >>> f"{baume_from_sg(1.0741):.1f}"
    '10.0'
    """
    if sg <= 0:
        raise JobError("A gravity is above zero.", "sg")
    return _BAUME_MODULUS - _BAUME_MODULUS / sg


def sg_from_baume(baume: float) -> float:
    """Gravity from degrees Baumé below 145. Source: definition. Raises JobError from 145 up.

    Example: 145 / (145 − 10).

    >>> f"{sg_from_baume(10):.4f}"
    '1.0741'
    """
    if baume >= _BAUME_MODULUS:
        raise JobError("Degrees Baumé for syrups and musts run from 0 to about 45.", "baume")
    return _BAUME_MODULUS / (_BAUME_MODULUS - baume)


def sg_read_at(sg: float, temperature_c: float, calibrated_c: float = 20.0) -> float:
    """SG 20/20 of a sample at `temperature_c` (0-40 °C) on a hydrometer for `calibrated_c`.

    A stem marked for 15 or 15.6 °C shows 1.000 in water of that temperature; in water of
    20 °C it shows 0.999. The glass's own expansion (below 0.0002) is left out. Raises
    JobError out of range.

    Reference: Tanaka et al., Metrologia 38 (2001) 301.
    Example: water of 20 °C on a stem marked for 15 °C shows 0.999.

    >>> f"{sg_read_at(0.999, 20, 15):.3f}"
    '1.000'
    """
    on_a_20_stem = sg * water_density_g_per_ml(calibrated_c) / water_density_g_per_ml(20)
    return sg_at_20(on_a_20_stem, temperature_c)
