"""How many cases a law is tried on, and which.

The short run, part of every ./amber test, tries the same few each time. AMBER_FUZZ=40 tries forty
times as many, new ones each time: their seeds begin where AMBER_SEED says, which is told when a
case fails (see conftest).
"""

import os
import time

TIMES = int(os.environ.get("AMBER_FUZZ", "1"))
LONG = TIMES > 1
if LONG:
    # Set before the workers start, so that all draw the same.
    os.environ.setdefault("AMBER_SEED", str(int(time.time())))
FIRST = int(os.environ["AMBER_SEED"]) if LONG else 0


def many(short: int) -> int:
    """How many, where so many are tried in the short run."""
    return short * TIMES


def seeds(short: int) -> range:
    """Of so many cases in the short run, each one's own."""
    return range(FIRST, FIRST + many(short))
