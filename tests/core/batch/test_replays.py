"""Histories replayed day by day: how each stands, and what is advised, on each day.

The kinds are those that brewers meet: brisk, slow, cold, never started, stuck, stopped by its
yeast, restarted, fed, sweetened, misread. What is expected is worked out by hand from the rules of
docs/decisions/0009 (proven dry), not from the code: pear juice of 1.052 alone, or of 1.079 with
300 g of sugar, ends dry near 0.996 to 0.998; a fall of less than 2 points a day is slow after the
third day; two days without a fall is not started; readings a point apart over three days have
stopped. Common practice has no source for most of it.
"""

from dataclasses import dataclass

import pytest

from core.batch.advice import CODES, advice
from core.batch.due import due
from core.batch.fold import fold
from core.batch.judge import judged
from core.files.jug_file import read_jug_file
from tests.core.batch.jugs import PEAR, STABILISED, file_of, lot, on, plan, sugar

ALONE = plan(PEAR)
SWEET = plan(PEAR, sugar(300))
STRONG = plan(PEAR, sugar(850), tolerance=12)
FED_IN_PORTIONS = plan(
    PEAR,
    sugar(300),
    doses=[
        {"kind": "nutrient", "mass_g": 0.9, "when": when} for when in ("after_24_h", "after_48_h")
    ],
)
PITCHED = on(1, "pitched")
FED = {"dose": "nutrient_dap", "mass_g": 0.9}


def read(day, sg, **more):
    return on(day, "read", 18, sg=sg, **more)


@dataclass(frozen=True)
class History:
    """What happened, and what is advised on the evening of each day named."""

    name: str
    planned: dict
    journal: list
    advised: dict


HISTORIES = [
    History("pitched and left", ALONE, [PITCHED], {1: "pitched", 2: "pitched"}),
    History(
        "brisk to the end",
        ALONE,
        [PITCHED, read(3, 1.034), read(5, 1.012), read(7, 1.001), read(9, 0.998), read(21, 0.998),
         read(31, 0.998)],
        {3: "going", 5: "going", 7: "near", 9: "near", 31: "proven"},
    ),
    History(
        "dry but not yet proven",
        SWEET,
        [PITCHED, read(20, 0.998), read(24, 0.998)],
        {20: "near", 24: "dry"},
    ),
    History("never started", SWEET, [PITCHED, read(4, 1.078)], {2: "pitched", 4: "not_started"}),
    History(
        "never started, warmed, then off",
        SWEET,
        [PITCHED, read(4, 1.079), on(4, "cared", 19, did="held_at", temperature_c=22),
         read(7, 1.066)],
        {4: "not_started", 7: "going"},
    ),
    History("slow in the middle", SWEET, [PITCHED, read(4, 1.05), read(8, 1.045)], {4: "going", 8: "slow"}),
    History(
        "slow at first and never fed",
        SWEET,
        [PITCHED, read(3, 1.074), read(6, 1.070)],
        {3: "going", 6: "feed_now"},
    ),
    History(
        "slow at first though fed",
        SWEET,
        [PITCHED, on(2, "dosed", **FED), read(3, 1.074), read(6, 1.070)],
        {6: "slow"},
    ),
    History(
        "slow when two thirds are gone: too late to feed",
        SWEET,
        [PITCHED, read(5, 1.024), read(9, 1.020)],
        {9: "slow"},
    ),
    History(
        "fed in portions",
        FED_IN_PORTIONS,
        [PITCHED, on(2, "dosed", 14, **FED), on(3, "dosed", 14, **FED), read(4, 1.058)],
        {2: "pitched", 3: "pitched", 4: "going"},
    ),
    History(
        "portions forgotten until it is too late",
        FED_IN_PORTIONS,
        [PITCHED, read(3, 1.066), read(5, 1.045)],
        {2: "feed_now", 3: "feed_now", 5: "going"},
    ),
    History(
        "stuck half-way",
        SWEET,
        [PITCHED, read(8, 1.030), read(14, 1.020), read(18, 1.020)],
        {8: "going", 14: "slow", 18: "stuck"},
    ),
    History(
        "stuck, then helped to its end",
        SWEET,
        [PITCHED, read(14, 1.020), read(18, 1.020), on(18, "pitched", 20), read(22, 1.008),
         read(30, 0.997), read(55, 0.997)],
        {18: "going", 22: "restarted", 30: "restarted", 55: "proven"},
    ),
    History(
        "two readings a day apart prove no stop",
        SWEET,
        [PITCHED, read(14, 1.020), read(15, 1.020)],
        {15: "slow"},
    ),
    History(
        "stopped by its yeast",
        STRONG,
        [read(1, 1.113), on(1, "pitched", 19), read(40, 1.025), read(70, 1.025)],
        {40: "going", 70: "stopped_sweet"},
    ),
    History(
        "stopped by its yeast, and on again",
        STRONG,
        [read(1, 1.113), on(1, "pitched", 19), read(40, 1.025), read(70, 1.025), read(90, 1.019)],
        {70: "stopped_sweet", 90: "restarted"},
    ),
    History(
        "restarted in the warm",
        SWEET,
        [PITCHED, read(14, 1.02), read(18, 1.02), read(22, 1.016)],
        {18: "stuck", 22: "restarted"},
    ),
    History(
        "colder readings prove nothing",
        ALONE,
        [PITCHED, on(1, "measured", 13, temperature_c=20), read(12, 1.004), read(16, 0.999),
         on(16, "cared", 19, did="held_at", temperature_c=8), read(30, 0.999), read(45, 0.999)],
        {16: "near", 30: "near", 45: "near"},
    ),
    History(
        "bubbles had stopped at 1.000",
        ALONE,
        [PITCHED, read(10, 1.000)],
        {10: "near"},
    ),
    History(
        "sugar fed half-way counts from there",
        ALONE,
        [PITCHED, read(5, 1.010), on(5, "added", 19, pour=sugar(200)), read(7, 1.015),
         read(30, 0.996), read(60, 0.996)],
        {5: "going", 7: "going", 30: "near", 60: "proven"},
    ),
    History(
        "a slip struck is as if never read",
        SWEET,
        [PITCHED, {**read(4, 1.105), "id": "slip"}, on(4, "struck", 19, event="slip"),
         read(6, 1.046)],
        {6: "going"},
    ),
    History(
        "stabilised with everything met",
        SWEET,
        [PITCHED, read(20, 0.998), read(39, 0.998), *STABILISED],
        {39: "proven", 41: "stabilised"},
    ),
    History(
        "sorbate on a running ferment holds nothing",
        SWEET,
        [PITCHED, read(5, 1.050), on(5, "dosed", 19, dose="sorbate", mass_g=1.0), read(8, 1.034)],
        {5: "going", 8: "going"},
    ),
    History(
        "a refractometer proves nothing",
        ALONE,
        [PITCHED, read(10, 1.002), read(16, 0.998),
         on(30, "read", 18, brix=5.0, instrument={"kind": "refractometer"}),
         on(50, "read", 18, brix=5.0, instrument={"kind": "refractometer"})],
        {16: "near", 50: "near"},
    ),
    History(
        "bottled",
        SWEET,
        [PITCHED, read(20, 0.998), read(40, 0.998), on(41, "bottled", lots=[lot(count=5), lot("b", 330, 1, "beer_bottle", "crown")])],
        {40: "proven", 41: "bottled"},
    ),
    History(
        "stopped, and dry or not",
        SWEET,
        [PITCHED, read(20, 1.004), read(40, 1.004)],
        {40: "stopped_unsure"},
    ),
    History("a plan still", ALONE, [read(1, 1.052)], {1: "planned"}),
]  # fmt: skip


def advised(history, day):
    file = read_jug_file(file_of(history.planned, *history.journal))
    at = read_jug_file(file_of(ALONE, on(day, "noticed", 23, words="evening"))).events[0].at
    jug = fold(file.plans, file.events, at).jugs["Jug"]
    verdict = judged(jug)
    return advice(jug, verdict, due(jug, verdict, at, {}), at)


def test_there_are_enough_and_every_advice_is_met():
    assert len(HISTORIES) >= 25
    met = {code for history in HISTORIES for code in history.advised.values()}
    assert met == set(CODES)


@pytest.mark.parametrize("history", HISTORIES, ids=lambda history: history.name)
def test_each_day_says_what_a_brewer_would(history):
    found = {day: advised(history, day) for day in history.advised}
    assert {day: each.code for day, each in found.items()} == history.advised
    for each in found.values():
        assert each.headline.endswith(".")
        assert each.text.endswith(".")
