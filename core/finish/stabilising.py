"""Sulphite and sorbate for this jug's litres: grams first, then tablets and spoons."""

from dataclasses import dataclass

from core.errors import JobError

_SO2_PK = 1.81

# SO2 in the salts, g/g, by molar mass: 2 * 64.06 / 222.32 and 190.10.
SO2_SHARE = {"potassium": 0.576, "sodium": 0.674}
TABLET_G = 0.44
# EU wine law's totals lie at 150 to 200 mg/L by kind (memory).
TOTAL_SO2_LIMIT_MG_PER_L = 150.0
_LABEL_ABOVE_MG_PER_L = 10.0

# Sorbic acid in potassium sorbate, g/g, by molar mass: 112.13 / 150.22.
SORBIC_SHARE = 0.746
# EU ceiling for wine (memory).
SORBIC_LIMIT_MG_PER_L = 200.0


@dataclass(frozen=True, slots=True)
class Dose:
    """`mass_g` for the jug; `per_l_mg` of what acts; `capped` when a limit held it back."""

    mass_g: float
    per_l_mg: float
    capped: bool
    why: str = ""


def molecular_so2(free_mg_per_l: float, ph: float) -> float:
    """The part of free SO2 that acts on yeast and bacteria, mg/L, at this pH (2.8-4.6).

    Reference: pK 1.81: Beech et al., J. Inst. Brew. 85 (1979) 33 (memory).
    Example: 30 / (1 + 10^(3.4 − 1.81)).

    >>> f"{molecular_so2(30, 3.4):.2f}"
    '0.75'
    """
    _check_ph(ph)
    return free_mg_per_l / (1 + 10 ** (ph - _SO2_PK))


def free_so2_for(molecular_mg_per_l: float, ph: float) -> float:
    """Free SO2, mg/L, that holds `molecular_mg_per_l` (0.5-0.8 is sensible) at this pH."""
    _check_ph(ph)
    return molecular_mg_per_l * (1 + 10 ** (ph - _SO2_PK))


def sulphite(
    volume_ml: float,
    ph: float,
    salt: str = "potassium",
    molecular_mg_per_l: float = 0.5,
    total_so_far_mg_per_l: float = 0.0,
    free_so_far_mg_per_l: float = 0.0,
) -> Dose:
    """Metabisulphite for a jug, in g, capped by the total a drink may hold.

    At high pH the free SO2 wanted passes any total: then the cap holds and says so. Raises
    JobError for another salt, no volume, or a pH outside 2.8-4.6.
    """
    if salt not in SO2_SHARE:
        raise JobError("Use potassium or sodium metabisulphite.", "salt")
    _check_volume(volume_ml)
    wanted = max(free_so2_for(molecular_mg_per_l, ph) - free_so_far_mg_per_l, 0.0)
    room = max(TOTAL_SO2_LIMIT_MG_PER_L - total_so_far_mg_per_l, 0.0)
    added = min(wanted, room)
    why = (
        f"{wanted:.0f} mg/L more would be wanted at pH {ph:g}; the total stays at"
        f" {TOTAL_SO2_LIMIT_MG_PER_L:.0f} mg/L. Lower the pH (more sour) and less does it."
        if wanted > room
        else ""
    )
    return Dose(added * volume_ml / 1e6 / SO2_SHARE[salt], added, wanted > room, why)


def so2_from_tablets(tablets: float, volume_ml: float, salt: str = "potassium") -> float:
    """Total SO2, mg/L, that 0.44 g tablets bring to a volume. Raises JobError as `sulphite`.

    Reference: Molar masses (IUPAC).
    Example: 0.44 g × 0.576 in 5 L.

    >>> f"{so2_from_tablets(1, 5000):.0f}"
    '51'
    """
    if salt not in SO2_SHARE:
        raise JobError("Use potassium or sodium metabisulphite.", "salt")
    _check_volume(volume_ml)
    if tablets < 0:
        raise JobError("Tablets are counted from 0.", "tablets")
    return tablets * TABLET_G * SO2_SHARE[salt] / volume_ml * 1e6


def says_sulphites(total_so2_mg_per_l: float) -> bool:
    """Whether a bottle's label has to say "contains sulphites": above 10 mg/L of SO2.

    Source: Regulation (EU) 1169/2011 Annex II, and 27 CFR 4.32(e), alike.
    """
    return total_so2_mg_per_l > _LABEL_ABOVE_MG_PER_L


def sorbate(volume_ml: float, sorbic_mg_per_l: float = SORBIC_LIMIT_MG_PER_L) -> Dose:
    """Potassium sorbate for a jug, in g, at most the ceiling of 200 mg/L sorbic acid.

    Never without sulphite (geranium taint), and it stops no running ferment. Raises JobError
    for no volume or a negative dose.

    Reference: Molar masses (IUPAC).
    Example: 0.2 g/L × 4.5 L × 150.22 / 112.13.

    >>> f"{sorbate(4500).mass_g:.2f}"
    '1.21'
    """
    _check_volume(volume_ml)
    if sorbic_mg_per_l < 0:
        raise JobError("A dose is 0 mg/L or more.", "sorbic_mg_per_l")
    given = min(sorbic_mg_per_l, SORBIC_LIMIT_MG_PER_L)
    capped = sorbic_mg_per_l > SORBIC_LIMIT_MG_PER_L
    why = "More than 200 mg/L of sorbic acid is not allowed in wine, and tastes." if capped else ""
    return Dose(given * volume_ml / 1e6 / SORBIC_SHARE, given, capped, why)


def _check_ph(ph: float) -> None:
    if not 2.8 <= ph <= 4.6:
        raise JobError(f"pH {ph:g}: measure again; drinks like this lie between 2.8 and 4.6.", "ph")


def _check_volume(volume_ml: float) -> None:
    if not 0 < volume_ml <= 1e6:
        raise JobError("Say how many ml are in the jug, like 4500.", "volume_ml")
