"""What holds sugar back from fermenting in a bottle, and how far that is to be trusted."""

from dataclasses import dataclass

import numpy as np

from core.finish.stabilising import (
    SO2_SHARE,
    SORBIC_LIMIT_MG_PER_L,
    SORBIC_SHARE,
    TOTAL_SO2_LIMIT_MG_PER_L,
    free_so2_for,
    molecular_so2,
)

# Sorbic acid that keeps yeast from multiplying, mg/L, by strength in % vol. A classic table
# (memory); below 10 % it is carried on as a straight line.
_SORBIC_BY_ABV = (
    (9.0, 175.0),
    (10.0, 150.0),
    (11.0, 125.0),
    (12.0, 100.0),
    (13.0, 75.0),
    (14.0, 50.0),
)
# Below this strength even the ceiling is too little, % vol. From the same table, prudent side.
LEAST_ABV = 9.0
# Molecular SO2 beside it, mg/L, and the part of a first addition that binds. Common practice.
_LEAST_MOLECULAR_SO2 = 0.5
BINDS = 0.5
MOST_PH = 3.8
# So little less than it takes is as good: no scale is finer.
_ENOUGH = 0.999


@dataclass(frozen=True, slots=True)
class Stabilised:
    """Potassium metabisulphite and potassium sorbate that went in, g in `volume_ml`, and the
    pH they have to work at (None: not measured)."""

    sulphite_g: float
    sorbate_g: float
    volume_ml: float
    ph: float | None

    @classmethod
    def of(
        cls, so2_mg_per_l: float, sorbic_mg_per_l: float, volume_ml: float, ph: float | None
    ) -> "Stabilised":
        """What so many mg/L in a drink went in as."""
        return cls(
            so2_mg_per_l * volume_ml / 1e6 / SO2_SHARE["potassium"],
            sorbic_mg_per_l * volume_ml / 1e6 / SORBIC_SHARE,
            volume_ml,
            ph,
        )

    @classmethod
    def free(
        cls, free_so2_mg_per_l: float, sorbic_mg_per_l: float, volume_ml: float, ph: float | None
    ) -> "Stabilised":
        """The same, where it is known how much of the SO2 is free."""
        return cls.of(free_so2_mg_per_l / (1 - BINDS), sorbic_mg_per_l, volume_ml, ph)

    @property
    def so2_mg_per_l(self) -> float:
        """SO2 added, mg/L."""
        return self.sulphite_g * SO2_SHARE["potassium"] / self.volume_ml * 1e6

    @property
    def sorbic_mg_per_l(self) -> float:
        """Sorbic acid added, mg/L."""
        return self.sorbate_g * SORBIC_SHARE / self.volume_ml * 1e6


def sorbic_needed_mg_per_l(abv: float) -> float:
    """Sorbic acid that a drink of so many % vol needs, mg/L (beside sulphite)."""
    strengths, needed = zip(*_SORBIC_BY_ABV, strict=True)
    return float(np.interp(abv, strengths, needed))


@dataclass(frozen=True, slots=True)
class ToHold:
    """What is still to go in before sulphite and sorbate hold: g of the potassium salts, and the
    mg/L of SO2 and sorbic acid that they bring."""

    sulphite_g: float
    so2_mg_per_l: float
    sorbate_g: float
    sorbic_mg_per_l: float


def doses_to_hold(
    there: Stabilised, abv: float, thinned: float = 0.0
) -> tuple[ToHold, dict[str, str]]:
    """What more it takes beside what is in it, and why that is not to be had, by dose.

    It still holds once the drink is `thinned` by such a share of it, down to the least strength
    there is a dose for. Half of all sulphite counts as bound; the total stays below the ceiling,
    and so does sorbic acid. Without a pH no sulphite is reckoned.

    Reference: Henderson and Hasselbalch with pK 1.81; molar masses (IUPAC).
    Example: 0.5 × (1 + 10^(3.4 − 1.81)) / 0.5 × 4.5 L / 0.576.

    >>> need, _ = doses_to_hold(Stabilised(0, 0, 4500, 3.4), 12)
    >>> f"{need.sulphite_g:.2f} {need.sorbate_g:.2f}"
    '0.31 0.60'
    """
    why_not: dict[str, str] = {}
    more = 1 + thinned
    sorbic = sorbic_needed_mg_per_l(max(abv / more, min(abv, LEAST_ABV))) * more
    sorbic = min(sorbic, SORBIC_LIMIT_MG_PER_L)
    if abv < LEAST_ABV:
        why_not["sorbate"] = (
            f"At {abv:.1f} % vol even the most sorbate allowed is not enough: heat it in the"
            " bottle, or keep it cold."
        )
        sorbic = 0.0
    sorbic = _more(sorbic, there.sorbic_mg_per_l)
    so2 = 0.0
    if there.ph is not None:
        total = free_so2_for(_LEAST_MOLECULAR_SO2, min(max(there.ph, 2.8), 4.6)) / (1 - BINDS)
        if there.ph > MOST_PH:
            why_not["sulphite"] = (
                f"At pH {there.ph:.2f} sulphite hardly works: bring it to {MOST_PH:g} or below with"
                " acid, or take another way."
            )
        elif total > TOTAL_SO2_LIMIT_MG_PER_L:
            why_not["sulphite"] = (
                f"It would take {total:.0f} mg/L of SO2, and {TOTAL_SO2_LIMIT_MG_PER_L:.0f} is"
                " the most."
            )
        else:
            total = min(total * more, TOTAL_SO2_LIMIT_MG_PER_L)
            so2 = _more(total, there.so2_mg_per_l)
    litres = there.volume_ml / 1e6
    need = ToHold(
        so2 * litres / SO2_SHARE["potassium"], so2, sorbic * litres / SORBIC_SHARE, sorbic
    )
    return need, why_not


def _more(needed: float, there: float) -> float:
    """What lacks of what is needed, and nothing where there is enough."""
    return needed - there if there < needed * _ENOUGH else 0.0


def unmet(stabilised: Stabilised, abv: float, stopped: bool) -> tuple[str, ...]:
    """What still lacks before sulphite and sorbate together can be trusted; empty: they hold.

    Each is a clause that goes on from "nothing holds the sugar back: …". Half of the sulphite
    counts as bound.
    """
    lacks = []
    if not stopped:
        lacks.append("it has not stopped, and sorbate stops no running ferment")
    if abv < LEAST_ABV:
        lacks.append(
            f"below {LEAST_ABV:g} % vol sorbate is not enough: pasteurise it, or keep it cold and"
            " drink it soon"
        )
    needed = min(sorbic_needed_mg_per_l(abv), SORBIC_LIMIT_MG_PER_L)
    if stabilised.sorbic_mg_per_l < needed * _ENOUGH:
        grams = needed * stabilised.volume_ml / 1e6 / SORBIC_SHARE
        lacks.append(f"it takes {grams:.1f} g of potassium sorbate at this strength")
    if stabilised.sulphite_g <= 0:
        lacks.append("there is no sulphite, and sorbate alone tastes of geraniums")
    elif stabilised.ph is None:
        lacks.append("nobody has measured its pH since it stopped")
    elif stabilised.ph > MOST_PH:
        lacks.append(f"pH {stabilised.ph:.2f} is above {MOST_PH:g}, where sulphite hardly works")
    else:
        ph = max(stabilised.ph, 2.8)
        free = stabilised.so2_mg_per_l * (1 - BINDS)
        if molecular_so2(free, ph) < _LEAST_MOLECULAR_SO2 * _ENOUGH:
            lacks.append("there is too little sulphite for its pH")
    return tuple(lacks)
