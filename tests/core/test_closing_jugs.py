"""Ten thousand made-up jugs of another model, each bottled twice, once as it is and once after
sulphite and sorbate: never "go" past what is truly there.

The jugs ferment by a rate law that core knows nothing of, are read by a shaky hand, and are
bottled when core says that they are proven dry, or at any moment. What is really left, and what
it makes, is summed here from the law itself.
"""

import random
import secrets
from dataclasses import dataclass

import numpy as np
import pytest

from core.bottle.closing import Contents, PrimedBy, closing
from core.ferment.finish import Finish
from core.ferment.progress import progress
from core.ferment.stopping import Reading, at_rest
from core.ferment.strength import Strength
from core.finish.holding import Stabilised, unmet
from core.interval import Interval
from core.tables import CLOSURES, Closure

_JUGS = 10_000
_STEP, _DAYS = 0.5, 120
_KINDS = [row for row in CLOSURES.values() if row.limit_volumes]
# Points that one % vol of strength takes. Practice: 131 x the drop.
_POINTS_PER_ABV = 7.6


class Jugs:
    """Sugar falls by Monod's law slowed by alcohol, after a lag, to a dry end or to where the
    yeast gives up. All jugs at once; figures in points."""

    def __init__(self, dice: np.random.Generator) -> None:
        many = _JUGS
        self.dry = dice.uniform(987, 1000, many)
        self.og = dice.uniform(1045, 1110, many)
        self.tolerance = dice.choice([10.0, 12.0, 14.0, 17.0], many)
        truly = self.tolerance + dice.normal(0, 0.6, many)
        whole = self.og - self.dry
        self.left_by_yeast = np.maximum(whole - _POINTS_PER_ABV * truly, 0)
        points = whole - self.left_by_yeast
        tail, half = dice.uniform(1.2, 12, many), dice.uniform(4, 40, many)
        slowed, lag = dice.uniform(0, 0.9, many), dice.uniform(0.3, 2, many)
        fastest = half / (tail * (1 - slowed))
        left, self.course = points.copy(), []
        for step in range(int(_DAYS / _STEP) + 1):
            self.course.append(left)
            for part in range(5):
                eaten = fastest * left / (half + left) * (1 - slowed * (points - left) / points)
                going = (step + part / 5) * _STEP >= lag
                left = np.maximum(left - going * eaten * _STEP / 5, 0)
        # What a plan would promise: a 90 % band that the truth mostly keeps to.
        self.promised = self.dry + dice.normal(0, 1, many)

    def falls(self, jug: int, day: float) -> float:
        """Points still to fall at the yeast's own pace."""
        return float(self.course[min(round(day / _STEP), len(self.course) - 1)][jug])

    def sg(self, jug: int, day: float) -> float:
        return (self.dry[jug] + self.falls(jug, day) + self.left_by_yeast[jug]) / 1000

    def ends(self, jug: int) -> Finish:
        middle = float(self.promised[jug]) / 1000
        band = Interval(middle, middle - 0.0025, middle + 0.0025)
        return Finish(band, band, Strength(band, 0, 0), 4500, 0, "sugar")


@dataclass(frozen=True)
class Bottled:
    """Core's word on the day; volumes by what is truly left and by the rule; points to fall."""

    word: str
    truly: float
    by_rule: float
    kind: Closure
    primed: bool
    proven: bool
    falls: float
    held: bool
    tried: bool


def holds(sulphite: Stabilised, abv: float, stopped: bool) -> bool:
    """Whether sulphite and sorbate hold it, by the rules written down again: at most pH 3.8, half
    a milligram of molecular SO2 with half of it bound, and sorbic acid by a line from 175 mg/L
    at 9 % vol to 50 at 14. Source: common practice; the line a classic table (memory)."""
    molecular = 0.5 * sulphite.so2_mg_per_l / (1 + 10 ** (sulphite.ph - 1.81))
    sorbic = max(400 - 25 * abv, 50)
    enough = molecular >= 0.5 and sulphite.sorbic_mg_per_l >= sorbic
    return stopped and abv >= 9 and sulphite.ph <= 3.8 and enough


@pytest.fixture(scope="module")
def bottled():
    seed = secrets.randbits(32)
    print("seed", seed)
    dice = random.Random(seed)  # noqa: S311 - not a secret
    jugs = Jugs(np.random.default_rng(seed))
    found = []
    for jug in range(_JUGS):
        ends, og = jugs.ends(jug), float(jugs.og[jug]) / 1000
        limit = None if dice.random() < 0.2 else float(jugs.tolerance[jug])
        readings, day, patient = [Reading(0, round(og, 3))], 0.0, dice.random() < 0.7
        while day < _DAYS - 10 and len(readings) < 40:
            day += dice.choice([1, 3, 3, 7, dice.uniform(1, 10)])
            # The stem in whole points, 0.6 of one unsure.
            readings.append(Reading(day, round(jugs.sg(jug, day) + dice.gauss(0, 0.0006), 3)))
            rest = at_rest(readings)
            if rest.proven or (not patient and rest.stopped):
                gone = progress(readings, ends, og, limit)
                if gone.proven or not patient:
                    break
        gone = progress(readings, ends, og, limit)
        falls = jugs.falls(jug, day)
        points = falls + float(jugs.left_by_yeast[jug])
        # The rule by itself: what a proof leaves, else all that stands over the band's low end.
        lowest = float(jugs.promised[jug]) - 2.5
        counted = 0.6 if gone.proven else max(1000 * readings[-1].sg - lowest, 0.0)
        for tried in (False, True):
            kind = dice.choice(_KINDS)
            primed = PrimedBy(dice.choice([0.0, dice.uniform(0, 14)]))
            held, lacks = False, ()
            if tried:
                abv = (og - readings[-1].sg) * 131
                dosed = Stabilised.of(
                    dice.uniform(10, 150), dice.uniform(30, 200), 4500, dice.uniform(2.9, 4.0)
                )
                held, lacks = holds(dosed, abv, gone.stopped), unmet(dosed, abv, gone.stopped)
            contents = Contents(
                0.87,
                gone.may_still_ferment_g_per_l,
                held=tried and lacks == (),
                unmet=lacks,
                at_most_g_per_l=gone.at_most_ferment_g_per_l,
            )
            word = closing(contents, kind, primed).word
            closed = 0.87 + primed.g_per_l / 3.8
            truly = closed + (0 if held else points * 0.57)
            by_rule = closed + (0 if held else counted * 0.57)
            is_primed = primed.g_per_l > 0
            found.append(
                Bottled(word, truly, by_rule, kind, is_primed, gone.proven, falls, held, tried)
            )
    return found


def test_go_is_never_said_where_the_worst_case_exceeds_the_ceiling(bottled):
    went = [each for each in bottled if each.word == "go"]
    assert len(bottled) == 20_000
    assert len(went) > 4000
    assert [each for each in went if each.by_rule > each.kind.limit_volumes + 1e-9] == []


def test_what_is_truly_left_keeps_to_the_ceiling_too(bottled):
    """No rule sees what a stem does not show: two readings off the same way while it creeps, a
    yeast that gave up two % early inside the dry band. Of 140,000 bottled with a "go" 23 went
    over, mostly by less than a fifth: a seed that finds more than five has found a fault."""
    went = [each for each in bottled if each.word == "go" and not each.tried]
    over = [
        (each.truly / each.kind.limit_volumes, each.kind.name)
        for each in went
        if each.truly > each.kind.limit_volumes
    ]
    assert len(over) <= 5, over
    assert max(over, default=(1.0, "")) < (2.0, ""), over


def test_what_is_proven_falls_by_0_6_point_at_most(bottled):
    falls = sorted(each.falls for each in bottled if each.proven and not each.tried)
    assert len(falls) > 3000
    assert falls[int(0.95 * len(falls))] <= 0.6
    assert falls[int(0.99 * len(falls))] <= 1.2
    # And the unluckiest of thousands is far from bursting a bottle.
    assert falls[-1] < 5


def test_nine_in_ten_of_the_proven_and_modest_pass(bottled):
    modest = [
        each.word
        for each in bottled
        if each.proven
        and not each.tried
        and each.truly <= 0.8 * each.kind.limit_volumes
        and not (each.kind.still and each.primed)
    ]
    assert len(modest) > 500
    assert sum(word != "do_not" for word in modest) / len(modest) >= 0.9
    # Nor is every bottle told to think.
    assert modest.count("go") / len(modest) >= 0.75


def test_nine_in_ten_of_the_held_and_modest_pass(bottled):
    """Held with every condition met: what stays in bottles for still drinks is what is dissolved."""
    held = [each for each in bottled if each.held]
    assert len(held) > 500
    # A primed one is worth a thought: it stays flat if all goes well.
    modest = [
        each.word
        for each in held
        if each.truly <= 0.8 * each.kind.limit_volumes and not (each.kind.still and each.primed)
    ]
    assert len(modest) > 300
    assert sum(word != "do_not" for word in modest) / len(modest) >= 0.9
    assert all(each.word == "go" for each in held if not each.primed)


def test_what_one_condition_lacks_is_not_held(bottled):
    lacking = [each for each in bottled if each.tried and not each.held]
    assert len(lacking) > 2000
    # Full of sugar and closed all the same: never.
    sweet = [
        each for each in lacking if not each.proven and each.by_rule > 1.1 * each.kind.limit_volumes
    ]
    assert len(sweet) > 300
    assert {each.word for each in sweet} == {"do_not"}
