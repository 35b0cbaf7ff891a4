"""What "read it again" promises comes true: the reading that is named, from the day that is named on,
proves it dry. Whole lives with a hidden truth; `AMBER_LIVES=20000` for five hundred promises."""

import os
from concurrent.futures import ProcessPoolExecutor
from datetime import timedelta

from core.batch.fold import fold
from core.batch.judge import judged
from core.files.jug_file import read_jug_file
from tests.core.estimate.lives import make_life

LIVES = max(int(os.environ.get("AMBER_LIVES", "0")) // 8, 100)


def verdict(made, at, *more):
    file = made.file
    if "jugs" in file:
        first, *rest = file["jugs"]
        file = {**file, "jugs": [{**first, "journal": [*first["journal"], *more]}, *rest]}
    else:
        file = {**file, "journal": [*file["journal"], *more]}
    told = read_jug_file(file)
    return judged(fold(told.plans, told.events, at).jugs["Jug"])


def kept(asked):
    """Whether every reading that a life is promised on is kept; None where none is. And whether it
    is truly dry and was read at rest, and proven already."""
    made = make_life(*asked)
    now = verdict(made, made.at)
    dry = made.left < 2.2 and made.readings_at_rest >= 2
    if now.promise is None:
        return None, dry, now.proven
    low, high = (round(1000 * (sg - 1)) for sg in (now.promise.low, now.promise.high))
    proven = []
    for points in {low, (low + high) // 2, high}:
        for later in (0, 1, 6):
            at = now.promise.at + timedelta(days=later)
            read = {"at": at.isoformat(), "kind": "read", "what": {"sg": 1 + points / 1000}}
            proven.append(verdict(made, at, read).proven)
    return all(proven), dry, False


def test_every_promise_comes_true_and_what_is_dry_gets_one():
    lives = [(seed, False) for seed in range(LIVES)]
    lives += [(seed, True) for seed in range(50_000, 50_000 + LIVES // 2)]
    with ProcessPoolExecutor(2) as pool:
        told = list(pool.map(kept, lives, chunksize=10))
    promised = [was for was, _, _ in told if was is not None]
    assert len(promised) >= LIVES / 4
    assert all(promised)
    # Of what is truly dry and was read twice; what is proven needs none.
    dry = [was is not None or proven for was, is_dry, proven in told if is_dry]
    assert sum(dry) >= 0.4 * len(dry)
