"""Blends and bottle mixes against another solver's.

Source: CBC through pulp 3.3.2, both programmes written again from their description; and for the
bottles every number of them, counted out.
"""

import itertools
import random

import pulp
import pytest

from core.bottle.mix import Empties, best_mix
from core.finish.blending import Component, Wanted, blend
from tests.cases import seeds

# As far off as nobody tastes; what a litre costs may be less. Practice: no published source.
STEPS = {"abv": 0.5, "sugar_g_per_l": 4.0, "acid_g_per_l": 0.5, "cost_per_litre": 0.25}

pytestmark = pytest.mark.filterwarnings("ignore::DeprecationWarning")


def made_up(seed):
    dice = random.Random(seed)  # noqa: S311 - not a secret
    components = [
        Component(
            f"jug {place}",
            dice.uniform(700, 9000),
            dice.uniform(0, 16),
            dice.choice([0, dice.uniform(0, 120)]),
            dice.uniform(2, 12),
            dice.uniform(0.5, 5),
        )
        for place in range(dice.randint(2, 5))
    ]
    asked = {
        "abv": dice.uniform(2, 14),
        "sugar_g_per_l": dice.uniform(0, 60),
        "acid_g_per_l": dice.uniform(3, 9),
        "cost_per_litre": dice.uniform(0.8, 4),
    }
    kept = dice.sample(sorted(asked), dice.randint(1, 4))
    volume = dice.uniform(0.2, 1) * sum(each.there_ml for each in components)
    return components, {key: asked[key] for key in kept}, volume


def off(made, asked):
    """The sum of deviations in steps that nobody tastes."""
    found = 0.0
    for key, value in asked.items():
        over = (made[key] - value) / STEPS[key]
        found += max(over, 0) if key == "cost_per_litre" else abs(over)
    return found


def by_cbc(components, asked, volume):
    problem = pulp.LpProblem("blend", pulp.LpMinimize)
    poured = [pulp.LpVariable(f"ml{i}", 0, c.there_ml) for i, c in enumerate(components)]
    over = {key: pulp.LpVariable(f"over_{key}", 0) for key in asked}
    problem += pulp.lpSum(over.values())
    problem += pulp.lpSum(poured) == volume
    for key, value in asked.items():
        brought = pulp.lpSum(getattr(c, key) * ml for c, ml in zip(components, poured, strict=True))
        problem += brought - value * volume <= STEPS[key] * volume * over[key]
        if key != "cost_per_litre":
            problem += value * volume - brought <= STEPS[key] * volume * over[key]
    problem.solve(pulp.PULP_CBC_CMD(msg=False))
    assert pulp.LpStatus[problem.status] == "Optimal"
    return pulp.value(problem.objective)


@pytest.mark.parametrize("seed", seeds(20))
def test_as_near_as_another_solver_comes(seed):
    components, asked, volume = made_up(seed)
    found = blend(components, Wanted(**asked), volume)
    assert sum(found.volumes_ml) == pytest.approx(volume)
    made = {
        key: sum(getattr(c, key) * ml for c, ml in zip(components, found.volumes_ml, strict=True))
        / volume
        for key in STEPS
    }
    assert found.abv == pytest.approx(made["abv"])
    assert found.acid_g_per_l == pytest.approx(made["acid_g_per_l"])
    for each, ml in zip(components, found.volumes_ml, strict=True):
        # What is not worth pouring goes to the rest: half a hundredth of the blend.
        assert ml <= each.there_ml + 0.025 * volume
    # Where a drink is not worth opening, a little of what it would have done is given up.
    given_up = 0.35 if 0 in found.volumes_ml else 1e-6
    assert off(made, asked) <= by_cbc(components, asked, volume) + given_up


def counted_out(volume, kinds):
    """The most that bottles can hold, and the fewest of them, by trying every number."""
    best = (0, 0)
    for counts in itertools.product(*(range(count + 1) for _, count in kinds)):
        held = sum(n * size for n, (size, _) in zip(counts, kinds, strict=True))
        if held <= volume:
            best = max(best, (held, -sum(counts)))
    return best


def cbc_mix(volume, kinds):
    problem = pulp.LpProblem("bottles", pulp.LpMaximize)
    filled = [
        pulp.LpVariable(f"n{i}", 0, count, cat="Integer") for i, (_, count) in enumerate(kinds)
    ]
    held = pulp.lpSum(size * n for (size, _), n in zip(kinds, filled, strict=True))
    problem += held
    problem += held <= volume
    problem.solve(pulp.PULP_CBC_CMD(msg=False, gapRel=0))
    return round(pulp.value(problem.objective))


@pytest.mark.parametrize("seed", seeds(20))
def test_no_bottles_hold_more_of_it(seed):
    dice = random.Random(1000 + seed)  # noqa: S311 - not a secret
    sizes = dice.sample(
        [187, 250, 330, 341, 355, 375, 500, 650, 750, 1000, 1500], dice.randint(1, 4)
    )
    few = seed % 2 == 0
    kinds = [(size, dice.randint(0, 7 if few else 60)) for size in sizes]
    volume = dice.randint(300, 6000 if few else 25_000)
    found = best_mix(volume, [Empties(*kind) for kind in kinds])
    held = sum(n * size for n, (size, _) in zip(found.counts, kinds, strict=True))
    assert all(0 <= n <= count for n, (_, count) in zip(found.counts, kinds, strict=True))
    assert found.left_ml == pytest.approx(volume - held)
    if few:
        assert (held, -sum(found.counts)) == counted_out(volume, kinds)
    else:
        assert held == cbc_mix(volume, kinds)


def test_what_is_left_over_goes_into_the_smallest_bottle_it_half_fills():
    kinds = [Empties(750, 2), Empties(330, 1), Empties(500, 2)]
    found = best_mix(4350 - 1250 - 580, kinds)
    assert (found.left_ml, found.counts) == (pytest.approx(20), (2, 0, 2))
    assert found.part is None
    small = best_mix(2820, [Empties(750, 3), Empties(1000, 1), Empties(600, 1)])
    assert (small.counts, small.left_ml, small.part) == ((2, 1, 0), pytest.approx(320), 2)
    half = best_mix(1950, [Empties(750, 5), Empties(500, 0)])
    assert (half.counts, half.left_ml, half.part, half.wash) == ((2, 0), pytest.approx(450), 0, 3)
    full = best_mix(1950, [Empties(750, 2), Empties(500, 0)])
    assert (full.part, full.wash) == (None, 2)
