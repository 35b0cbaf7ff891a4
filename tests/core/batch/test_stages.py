"""Where a jug is on its way, from what its journal says."""

import pytest

from core.batch.fold import fold
from core.batch.judge import judged
from core.batch.stages import stage
from core.files.jug_file import read_jug_file
from tests.core.batch.jugs import PEAR, STABILISED, file_of, on, plan, sugar

PROVEN = (on(1, "read", sg=1.084), on(1, "pitched", 13), on(18, "read", sg=0.991),
          on(39, "read", sg=0.991))  # fmt: skip
RACKED = on(40, "racked")


def of(*journal, tolerance=18, style=None, bottled=False):
    glass = {"style": style, **({"sugar_g_per_l": 15} if style == "sweet_still" else {})}
    if style == "sweet_still":
        glass["late"] = {"name": "White sugar", "kind": "sugar", "sugar": "sucrose", "mass_g": 0}
    planned = plan(PEAR, sugar(480), tolerance=tolerance, **({"glass": glass} if style else {}))
    read = read_jug_file(file_of(planned, *journal))
    (jug,) = fold(read.plans, read.events).jugs.values()
    return stage(jug, judged(jug), any(e["kind"] == "pitched" for e in journal), bottled)


@pytest.mark.parametrize(
    ("journal", "more", "expected"),
    [
        ((), {}, "plan"),
        (PROVEN[:3], {}, "ferment"),
        (PROVEN, {}, "clear"),
        ((*PROVEN, RACKED), {}, "bottle"),
        ((*PROVEN, on(40, "noticed", chips=["clear"])), {}, "bottle"),
        ((*PROVEN, RACKED), {"style": "sweet_still"}, "finish"),
        ((*PROVEN, *STABILISED), {"style": "sweet_still"}, "bottle"),
        ((*PROVEN, RACKED, on(41, "dosed", dose="sweetener", sugar="erythritol", mass_g=20)),
         {"style": "sweet_still"}, "bottle"),
        (PROVEN, {"bottled": True}, "bottled"),
    ],
)  # fmt: skip
def test_stages(journal, more, expected):
    assert of(*journal, **more) == expected


def test_stopped_sweet_is_never_ready_for_bottles_by_itself():
    gave_up = (on(1, "read", sg=1.084), on(1, "pitched", 13), on(18, "read", sg=1.012),
               on(39, "read", sg=1.012))  # fmt: skip
    assert of(*gave_up, tolerance=10) == "clear"
    assert of(*gave_up, RACKED, tolerance=10) == "finish"
