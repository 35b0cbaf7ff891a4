"""Page, list, jug file, gate, bottles, cellar and guest page say one strength and one sugar of a jug,
whatever happened to it: made-up lives, brought in as files. `AMBER_LIVES=20000` for three hundred."""

import os
from datetime import timedelta

import pytest
from django.utils import timezone

from core.files.journal import read_moment
from core.files.jug_file import answer_jug, read_jug_file
from tests.core.estimate.lives import make_life
from tests.server.test_jugs import path

LIVES = max(int(os.environ.get("AMBER_LIVES", "0")) // 67, 12)
# Between two answers a moment passes, and a jug that runs goes on.
AS_GOOD_AS_ONE = 0.002


def brought_in(call, seed):
    """A life as a jug of somebody's; None for one that ran together with another."""
    made = make_life(seed)
    if "jugs" in made.file:
        return None
    journal = made.file["journal"]
    # As if its last entry were of this morning.
    late = timezone.now() - timedelta(hours=3) - made.at
    for event in journal:
        event["at"] = (read_moment(event["at"]) + late).isoformat()
    (jug,) = call.ok("POST", "jugs/file", made.file)
    return jug


def by_file(call, jug, now):
    """What core answers of the file that the jug is exported as."""
    return answer_jug(read_jug_file(call.ok("GET", path(jug, "file"))), now)


@pytest.mark.parametrize("seed", range(400, 400 + LIVES))
def test_one_strength_and_one_sugar(call, seed):
    jug = brought_in(call, seed)
    if jug is None:
        return
    page = call.ok("GET", path(jug))
    file = by_file(call, jug, timezone.now())
    (row,) = call.ok("GET", "jugs")
    lot = {"size_ml": 330, "count": 1, "bottle": "beer_bottle", "closure": "vented"}
    gate = call.ok("POST", path(jug, "bottling/preview"), {"bottles": [lot]})
    strengths = {
        "page": page["now"]["abv"]["value"],
        "so far": page["progress"]["strength"]["mass_balance"]["value"],
        "list": row["abv"],
        "file": file["now"]["abv"]["value"],
        "estimate": file["estimate"]["abv"]["value"],
        "gate": gate["bottles"][0]["abv"]["value"],
    }
    assert max(strengths.values()) - min(strengths.values()) < AS_GOOD_AS_ONE, strengths
    sugars = {
        "so far": page["progress"]["sugar_left_g_per_l"]["value"],
        "page": page["now"]["sugar_g_per_l"]["value"],
        "file": file["now"]["sugar_g_per_l"]["value"],
        "estimate": file["estimate"]["sugar_g_per_l"]["value"],
    }
    assert max(sugars.values()) - min(sugars.values()) < 10 * AS_GOOD_AS_ONE, sugars
    call.ok("POST", path(jug, "bottling"), {"bottles": [lot], "insist": True})
    page = call.ok("GET", path(jug))
    (row,) = call.ok("GET", "jugs")
    (place,) = call.ok("GET", "cellar")["places"]
    token = call.ok("POST", path(jug, "link"))["token"]
    guest = call.ok("GET", f"batches/{token}")
    bottled = {
        "page": page["bottling"]["bottles"][0]["abv"]["value"],
        "list": row["abv"],
        "file": by_file(call, jug, timezone.now())["lots"][0]["abv"]["value"],
        "cellar": place["lots"][0]["abv"],
        "guest": guest["bottles"][0]["abv"],
        "gate": strengths["gate"],
    }
    assert max(bottled.values()) - min(bottled.values()) < AS_GOOD_AS_ONE, bottled
