"""What core says of made-up lives, beside the truth that it cannot see."""

from dataclasses import dataclass

from core.batch.fold import fold
from core.batch.life import life
from core.errors import JobError
from core.files.jug_file import read_jug_file
from tests.core.estimate.lives import LOTS, Made, make_life, with_lots


@dataclass(frozen=True)
class Lot:
    """The gate's word, how likely core held it to go over, and the true volumes."""

    word: str
    over: float
    gas: float
    limit: float

    @property
    def false(self) -> bool:
        return self.word == "go" and self.gas > 1.03 * self.limit


@dataclass(frozen=True)
class Scored:
    """A life as core saw it; `within` are shares of 80 and 95 % that held the truth, by figure."""

    seed: int
    kind: str
    slips: tuple[str, ...]
    left: float
    rests: int
    proven: bool
    code: str
    settled: bool
    lots: tuple[Lot, ...]
    within: dict[str, tuple[bool, bool]]

    def safe(self, lot: Lot) -> bool:
        """Whether it clearly may be closed in that bottle."""
        return lot.gas <= 0.75 * lot.limit and self.left < 3 and self.rests >= 2


def score(made: Made, seed: int, *before: dict) -> Scored | None:
    """None where core refuses what is written: more in bottles than there is."""
    file = read_jug_file(with_lots(made, *before))
    try:
        world = fold(file.plans, file.events)
        told = life(world, "Jug", made.at)
    except JobError:
        return None
    jug = told.lots[0].filled.before
    cloud = jug.estimate
    lots = []
    for lot, (_, _, priming, limit) in zip(told.lots, LOTS, strict=True):
        gas = cloud.left / 3.8 + priming / 3.8 + 0.72
        over = cloud.chance(gas > 1.03 * limit)
        lots.append(Lot(lot.closing.word, over, made.gas(priming), limit))
    truths = {
        "strength": (cloud.found.abv, made.truth.abv),
        "sugar left": (cloud.left, made.left),
        "dry end": (cloud.dry.points, 1000 * (made.truth.dry_sg() - 1)),
    }
    return Scored(
        seed, made.kind, made.slips, made.left, made.readings_at_rest,
        told.verdict.proven, told.verdict.code, cloud.settled, tuple(lots),
        {
            name: tuple(
                cloud.at(values, (1 - level) / 2) - 1e-9 <= true <= cloud.at(values, (1 + level) / 2) + 1e-9
                for level in (0.8, 0.95)
            )
            for name, (values, true) in truths.items()
        },
    )  # fmt: skip


def score_seed(asked: tuple[int, bool, str | None]) -> Scored | None:
    """One seed, for many processes."""
    seed, honest, kind = asked
    return score(make_life(seed, honest, kind), seed)
