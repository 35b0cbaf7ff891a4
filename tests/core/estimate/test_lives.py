"""Whole lives with a hidden truth, scored through the bottle gate. `AMBER_LIVES=20000` for many."""

import os
from concurrent.futures import ProcessPoolExecutor

import pytest

from tests.core.estimate.lives import KINDS, make_life
from tests.core.estimate.scoring import score, score_seed

HARD = int(os.environ.get("AMBER_LIVES", "160"))
HONEST = max(HARD // 4, 80)


def scored(asked):
    with ProcessPoolExecutor(2) as pool:
        found = list(pool.map(score_seed, asked, chunksize=10))
    return [each for each in found if each is not None]


@pytest.fixture(scope="module")
def hard():
    return scored([(seed, False, None) for seed in range(HARD)])


@pytest.fixture(scope="module")
def honest():
    return scored([(seed, True, None) for seed in range(50_000, 50_000 + HONEST)])


def words(lives, safe=False):
    return [lot.word for life in lives for lot in life.lots if not safe or life.safe(lot)]


def test_go_is_hardly_ever_false(hard):
    """At most a quarter of one in a hundred, and one is no proof of more."""
    went = [lot for life in hard for lot in life.lots if lot.word == "go"]
    false = [lot for lot in went if lot.false]
    assert len(went) > HARD / 4
    assert len(false) <= max(0.0025 * len(went), 1)


def test_of_honest_jugs_none_is_false_and_hardly_any_refused(honest):
    assert not [lot for life in honest for lot in life.lots if lot.false]
    told = words(honest, safe=True)
    assert told.count("do_not") / len(told) < 0.10
    # By the stem alone, with a twentieth of all jugs believed to stick: half of them.
    assert told.count("go") / len(told) > 0.40


def test_a_test_for_sugar_lets_the_safe_ones_through():
    """Read off a coarse scale, a fifth unsure: by the stem alone a quarter to a half go."""
    told, false = [], 0
    for seed in range(60_000, 60_060):
        made = make_life(seed)
        shown = round(max(made.left * (0.8 + 0.4 * (seed % 7) / 6), 0.0) * 2) / 2
        found = score(made, seed, {"kind": "tested", "what": {"sugar_g_per_l": shown}})
        if found is None:
            continue
        false += sum(lot.false for lot in found.lots)
        told += [lot.word for lot in found.lots if found.safe(lot)]
    assert false == 0
    assert told.count("go") / len(told) > 0.8


def test_what_is_said_of_going_over_comes_true(hard):
    for low, high, least, most in ((0.01, 0.03, 0.0, 0.09), (0.30, 0.70, 0.35, 0.70)):
        some = [lot for life in hard for lot in life.lots if low <= lot.over < high]
        assert len(some) > 40
        true = sum(lot.gas > 1.03 * lot.limit for lot in some) / len(some)
        assert least <= true <= most


@pytest.mark.parametrize(
    "kind", [kind for kind in KINDS if kind not in ("sticking", "undissolved")]
)
def test_intervals_hold_the_truth_in_every_class(kind):
    lives = scored([(seed, True, kind) for seed in range(70_000, 70_000 + max(HARD // 4, 40))])
    for figure in ("strength", "sugar left", "dry end"):
        eighty, most = (
            sum(life.within[figure][level] for life in lives) / len(lives) for level in (0, 1)
        )
        assert eighty >= 0.70, (figure, eighty)
        assert most >= 0.88, (figure, most)


def test_what_is_proven_is_dry(hard, honest):
    proven = [life for life in (*hard, *honest) if life.proven]
    wet = [life for life in proven if life.left > 2.2]
    assert len(proven) >= 5
    assert len(wet) <= max(0.05 * len(proven), 1)
