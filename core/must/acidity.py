"""Titratable acidity and what changes it. Sourness words stand beside the pH: raising pH is
"less sour", lowering it "more sour"."""

from dataclasses import dataclass

from core import tables
from core.errors import JobError
from core.measure.trial import scaled_up

# Warn from the first, never plan past the second: below 4.6 Clostridium botulinum does not
# grow. Source: 21 CFR 114.
PH_WARN = 4.2
PH_LIMIT = 4.6
PAST_LIMIT = f"past {PH_LIMIT} dangerous bacteria can grow"
"""Why a drink is not to be there."""
PH_RANGE = (2.0, 7.0)
"""What a must or a drink can have. Sources: as core.must.ph's juices."""
STRIP_PH = 0.3
"""How far a pH that is read off a strip may lie off, either way. Common practice, no source."""

BICARBONATES = {"potassium": 100.115, "sodium": 84.007}
"""Molar masses of the two bicarbonates, g/mol."""


# Protons that titration to pH 8.2 takes; phosphoric and carbonic acid give up fewer than
# they have.
_TITRATED = {"phosphoric": 2, "carbonic": 1}


def check_ph(ph: float, at: str) -> None:
    """Raises JobError, placed, for a pH that no must and no drink has."""
    low, high = PH_RANGE
    if not low <= ph <= high:
        raise JobError(
            f"pH {ph:g} is none of a drink: musts read 2.8 to {PH_LIMIT}. Rinse the meter, hold it"
            " against a buffer, and measure again.",
            at,
        )


def equivalent_mass(acid: str) -> float:
    """Grams of an acid per mol of base that titrates it. Raises JobError for an unknown one.

    Reference: Molar masses (IUPAC).
    Example: tartaric acid, 150.09 g/mol, gives two protons.

    >>> f"{equivalent_mass('tartaric'):.1f}"
    '75.0'
    """
    row = tables.ACIDS.get(acid)
    if row is None:
        raise JobError(
            f"“{acid}” is not an acid known here: use one of {', '.join(tables.ACIDS)}.", "acid_as"
        )
    return row.molar_mass / _TITRATED.get(acid, len(row.pks))


def ta_as(ta_g_per_l: float, said_as: str, wanted_as: str) -> float:
    """The same titratable acidity, g/L, named by another acid.

    Reference: Molar masses (IUPAC).
    Example: 10 g/L of tartaric are 10 × 64.04 / 75.04 of citric.

    >>> f"{ta_as(10, 'tartaric', 'citric'):.2f}"
    '8.53'
    """
    return ta_g_per_l * equivalent_mass(wanted_as) / equivalent_mass(said_as)


@dataclass(frozen=True, slots=True)
class AcidChange:
    """An addition to a jug: all of it in g, and the half to add before measuring again."""

    mass_g: float
    first_half_g: float


def acid_to_add(volume_ml: float, rise_g_per_l: float, acid: str, said_as: str) -> AcidChange:
    """Acid that raises titratable acidity by `rise_g_per_l` (named `said_as`): more sour.

    Reference: Molar masses (IUPAC).
    Example: 1 g/L in 4.5 L.

    >>> f"{acid_to_add(4500, 1, 'tartaric', 'tartaric').mass_g:.1f}"
    '4.5'
    """
    _check(volume_ml, rise_g_per_l)
    grams = ta_as(rise_g_per_l, said_as, acid) * volume_ml / 1000
    return AcidChange(grams, grams / 2)


def bicarbonate_to_add(
    volume_ml: float, fall_g_per_l: float, said_as: str, salt: str = "potassium"
) -> AcidChange:
    """Bicarbonate that takes `fall_g_per_l` off the titratable acidity: less sour, pH up.

    Each mol takes up one of acid and leaves as gas, so it foams. Grape must drops potassium
    bitartrate as well and may fall nearly twice as far: add half, then measure. Raises
    JobError for another salt.

    Reference: Molar masses (IUPAC).
    Example: 100.12 / 75.04 g for each gram of tartaric.

    >>> f"{bicarbonate_to_add(1000, 1, 'tartaric').mass_g:.2f}"
    '1.33'
    """
    _check(volume_ml, fall_g_per_l)
    if salt not in BICARBONATES:
        raise JobError("Use potassium bicarbonate, or sodium (which tastes salty).", "salt")
    moles = fall_g_per_l / equivalent_mass(said_as) * volume_ml / 1000
    grams = moles * BICARBONATES[salt]
    return AcidChange(grams, grams / 2)


def acid_taken_g_per_l(
    mass_g: float, volume_ml: float, said_as: str = "tartaric", salt: str = "potassium"
) -> float:
    """Titratable acidity that so much bicarbonate takes off, g/L: `bicarbonate_to_add` undone.

    Raises JobError for another salt or no volume.
    """
    if salt not in BICARBONATES:
        raise JobError("Use potassium bicarbonate, or sodium (which tastes salty).", "salt")
    if volume_ml <= 0:
        raise JobError("A jug holds more than nothing.", "volume_ml")
    return mass_g / BICARBONATES[salt] * equivalent_mass(said_as) / volume_ml * 1000


def from_sample(volume_ml: float, sample_ml: float, added_g: float) -> AcidChange:
    """What a bench trial in a sample means for the whole jug. Raises JobError for no sample."""
    grams = scaled_up(sample_ml, added_g, volume_ml)
    return AcidChange(grams, grams / 2)


def _check(volume_ml: float, change_g_per_l: float) -> None:
    if volume_ml <= 0:
        raise JobError("A jug holds more than nothing.", "volume_ml")
    if not 0 <= change_g_per_l <= 20:
        raise JobError("Acidity changes by 0 to 20 g/L.", "change_g_per_l")
