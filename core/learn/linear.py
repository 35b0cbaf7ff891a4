"""Which of many small things that may be off explain what was found, and by how much.

Bayesian linear regression with known noise and a choice of what is in it (Bishop, Pattern
Recognition and Machine Learning, 2006, 3.49-3.51 and 3.86): a thing is in when it makes what was
found likelier by more than its own freedom costs.
"""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

# By how much likelier, as a natural logarithm: some twelve times. Kass and Raftery (1995), J. Am.
# Stat. Assoc. 90:773 call 3 to 20 positive evidence; memory. At four times one kitchen in fifty
# that is like the tables was told that it is not.
_LIKELIER = 2.5
# Further off than so many standard deviations there was a slip, and it says nothing.
_BELIEVED = 4.0
# The noise is as thought, with the weight of so many lines; a careful kitchen has less of it.
_NOISE_WEIGHT, _NOISE_RANGE = 4.0, (0.5, 2.0)
_MOST_ROUNDS = 200

_Floats = npt.NDArray[np.float64]


@dataclass(frozen=True, slots=True)
class Line:
    """Something found `off` by so much, give or take `sd`, which each thing of `by` moves by so
    much."""

    off: float
    sd: float
    by: Mapping[str, float]


def explain(
    lines: Sequence[Line], usual: Mapping[str, float], unlikely: Mapping[str, float]
) -> dict[str, tuple[float, float, bool]]:
    """For each key of `usual` (its standard deviation before anything was found): how far it is
    off, one standard deviation of that, and whether it is among what explains the lines. What is
    not is told as it would be beside those that are. `unlikely` things have to make what was
    found likelier still by so much (ln).
    """
    keys = list(usual)
    prior = np.array([usual[key] for key in keys])
    rows = np.array([[line.by.get(key, 0.0) for key in keys] for line in lines])
    rows = rows.reshape(len(lines), len(keys))
    offs = np.array([line.off for line in lines])
    noise = np.array([line.sd for line in lines])
    spread = np.sqrt(noise**2 + ((rows * prior) ** 2).sum(axis=1))
    kept = np.abs(offs) <= _BELIEVED * spread
    rows, offs = rows[kept] / noise[kept, None], offs[kept] / noise[kept]
    before = prior**-2
    # What all of them together leave unexplained is noise.
    every = tuple(range(len(keys)))
    mean, _ = _Sums(rows.T @ rows, rows.T @ offs, before).about(every)
    left = offs - rows @ mean
    free = max(len(offs) - len(keys), 0)
    scale = np.clip(np.sqrt((_NOISE_WEIGHT + left @ left) / (_NOISE_WEIGHT + free)), *_NOISE_RANGE)
    sums = _Sums(rows.T @ rows / scale**2, rows.T @ offs / scale**2, before)
    cost = np.array([_LIKELIER + unlikely.get(key, 0.0) for key in keys])
    chosen = max((_choose(sums, cost, begin) for begin in ((), every)), key=sums.worth(cost))
    found = {}
    for index, key in enumerate(keys):
        among = index in chosen
        beside = chosen if among else (*chosen, index)
        mean, sds = sums.about(beside)
        place = beside.index(index)
        found[key] = (float(mean[place]), float(sds[place]), among)
    return found


@dataclass(frozen=True, slots=True)
class _Sums:
    """The normal equations of all keys together, with the precision each begins with."""

    squares: _Floats
    products: _Floats
    before: _Floats

    def about(self, chosen: tuple[int, ...]) -> tuple[_Floats, _Floats]:
        """Middle and standard deviation of each of the chosen."""
        covariance = np.linalg.inv(self._precision(chosen))
        return covariance @ self.products[list(chosen)], np.sqrt(np.diag(covariance))

    def evidence(self, chosen: tuple[int, ...]) -> float:
        """By how much likelier what was found is with these in it than with nothing, ln."""
        if not chosen:
            return 0.0
        precision, products = self._precision(chosen), self.products[list(chosen)]
        _, log_det = np.linalg.slogdet(precision)
        fits = products @ np.linalg.solve(precision, products)
        return float(0.5 * (fits - log_det + np.log(self.before[list(chosen)]).sum()))

    def worth(self, cost: _Floats) -> Callable[[tuple[int, ...]], float]:
        """The same less what each of them has to bring."""
        return lambda chosen: self.evidence(chosen) - float(cost[list(chosen)].sum())

    def _precision(self, chosen: tuple[int, ...]) -> _Floats:
        places = list(chosen)
        return self.squares[np.ix_(places, places)] + np.diag(self.before[places])


def _choose(sums: _Sums, cost: _Floats, begin: tuple[int, ...]) -> tuple[int, ...]:
    """From what it begins with put in, or take out, whatever helps most, until nothing does."""
    worth = sums.worth(cost)
    chosen, best = begin, worth(begin)
    for _ in range(_MOST_ROUNDS):
        tried = [tuple(sorted({*chosen} ^ {index})) for index in range(len(cost))]
        better = max(tried, key=worth, default=chosen)
        if worth(better) <= best + 1e-9:
            break
        chosen, best = better, worth(better)
    return chosen
