"""What a first reading off the plan is said to come from, what is said of it by who was there, and
which test would settle what is left in doubt."""

import pytest

from core.batch.fold import fold
from core.batch.judge import judged
from core.batch.learned import learned
from core.batch.settling import helps
from core.errors import JobError
from core.files.jug_file import answer_jug, read_jug_file
from tests.core.batch.jugs import PEAR, file_of, on, plan, sugar

CUPS = {**sugar(400), "amount_by": "spoons"}
BY_CUPS = plan({**PEAR, "volume_ml": 3550, "label": {"sugars_g": "8.6", "per_ml": 100}}, CUPS)
WEIGHED = plan(PEAR, {**sugar(400), "amount_by": "scale"})


def jug_of(planned, *journal):
    file = read_jug_file(file_of(planned, *journal))
    (jug,) = fold(file.plans, file.events).jugs.values()
    return jug


def surprise_of(planned, *journal):
    jug = jug_of(planned, *journal)
    found = jug.estimator.surprises(jug.name)
    return found[0] if found else None


def planned_points(planned):
    told = jug_of(planned).estimate
    return told.of(told.must.points).value


def first(planned, points):
    """A first reading so many points beside the plan."""
    sg = round(1 + (planned_points(planned) + points) / 1000, 3)
    return {**on(1, "read", sg=sg), "id": "first"}


def test_a_reading_that_fits_is_not_asked_about():
    assert surprise_of(BY_CUPS, first(BY_CUPS, 1)) is None


def test_sugar_by_cups_is_the_likeliest_where_it_reads_more():
    found = surprise_of(BY_CUPS, first(BY_CUPS, 12))
    assert sum(cause.chance for cause in found.causes) == pytest.approx(1, abs=0.03)
    best = found.causes[0]
    assert (best.kind, best.pour) == ("amount", CUPS["name"])
    # 400 g in 3.7 L are some 43 points: twelve more are a quarter more.
    assert 0.12 < best.by < 0.35


def test_sugar_on_the_bottom_is_the_likeliest_where_all_was_weighed_and_it_reads_less():
    found = surprise_of(WEIGHED, first(WEIGHED, -14))
    assert found.causes[0].kind == "undissolved"
    assert found.causes[0].chance > 0.5


def test_a_hydrometer_tried_in_water_is_not_to_blame():
    def blamed(*journal):
        causes = surprise_of(WEIGHED, *journal, first(WEIGHED, 8)).causes
        return sum(cause.chance for cause in causes if cause.kind == "stem")

    in_water = {**on(1, "tested", 9, stem_in_water_sg=1.0), "id": "water"}
    assert blamed(in_water) < 0.5 * blamed()


def test_what_is_said_of_it_is_evidence_and_no_verdict():
    reading = first(BY_CUPS, 9)
    plain = jug_of(BY_CUPS, reading)
    before = {each.kind: each.chance for each in surprise_of(BY_CUPS, reading).causes}
    said = on(1, "explained", 14, reading="first", cause="amount", pour=CUPS["name"])
    sure = jug_of(BY_CUPS, reading, said)
    # It is not asked again, and more sugar is believed, but not for certain.
    assert sure.estimator.surprises(sure.name) == ()
    assert before["amount"] < 1
    name = f"{sure.name}/start/1"
    assert sure.estimator.pour(name).amount > plain.estimator.pour(name).amount
    assert any(CUPS["name"] in each.text for each in learned(sure))
    otherwise = jug_of(BY_CUPS, reading, on(1, "explained", 14, reading="first", cause="reading"))
    assert otherwise.estimator.pour(name).amount < plain.estimator.pour(name).amount


def test_nobody_explains_what_was_never_read():
    with pytest.raises(JobError, match="no reading of that id"):
        jug_of(BY_CUPS, on(1, "explained", reading="none", cause="stem"))
    # A reading after the yeast is not of the must.
    later = {**on(9, "read", sg=1.010), "id": "later"}
    with pytest.raises(JobError, match="of this must"):
        jug_of(BY_CUPS, first(BY_CUPS, 9), on(1, "pitched", 13), later,
               on(9, "explained", 13, reading="later", cause="stem"))  # fmt: skip
    with pytest.raises(JobError, match="which pour"):
        jug_of(BY_CUPS, first(BY_CUPS, 9), on(1, "explained", 13, reading="first", cause="amount"))
    with pytest.raises(JobError):
        read_jug_file(file_of(BY_CUPS, on(1, "explained", reading="first", cause="the moon")))


def test_a_sugar_test_settles_what_cups_and_a_stem_do_not():
    """Cups, 8 points above the plan, 1.003 twice: between dry and twenty grams a litre."""
    journal = (
        first(BY_CUPS, 8), on(1, "pitched", 13), on(20, "read", sg=1.003),
        on(34, "read", sg=1.003),
    )  # fmt: skip
    jug = jug_of(BY_CUPS, *journal)
    found = {each.kind: each.settles for each in helps(jug, judged(jug))}
    assert found["sugar"] > 0.6
    assert found["sugar"] > max(found.get("taste", 0), found.get("forced", 0))
    told = answer_jug(read_jug_file(file_of(BY_CUPS, *journal)))["estimate"]["helps"]
    assert told[0]["evidence"] == "sugar"
    # Once it was tried, nothing is left to settle.
    tried = jug_of(BY_CUPS, *journal, on(34, "tested", 13, sugar_g_per_l=0))
    assert helps(tried, judged(tried)) == ()


def test_at_the_moment_of_go_it_is_asked_whether_the_stem_is_true():
    journal = (
        first(WEIGHED, 0), on(1, "pitched", 13), on(20, "read", sg=0.996),
        on(44, "read", sg=0.996),
    )  # fmt: skip

    def why(*more):
        answer = answer_jug(read_jug_file(file_of(WEIGHED, *journal, *more)))
        tight = [
            each for each in answer["closing"] if each["verdict"] == "go" and each["limit_volumes"]
        ]
        return tight[0]["why"]

    assert "try it in water" in why()
    assert "how warm" in why()
    assert "try it in water" not in why(on(44, "tested", 13, stem_in_water_sg=1.0))
    assert "hydrometer" not in why(on(44, "tested", 13, sugar_g_per_l=0))


@pytest.mark.parametrize(("days", "seen"), [(1, False), (3, False), (5, True)])
def test_white_sugar_fed_lately_is_not_seen_by_a_sugar_test(days, seen):
    """Sucrose is no reducing sugar until acid and yeast have split it."""
    fed = (
        first(WEIGHED, 0), on(1, "pitched", 13), on(12, "read", sg=0.998), on(16, "read", sg=0.998),
        on(17, "added", pour=sugar(160)),
    )  # fmt: skip
    jug = jug_of(WEIGHED, *fed, on(17 + days, "tested", 13, sugar_g_per_l=0))
    assert (jug.estimate.at(jug.estimate.seen, 0.95) < 8) is seen


def test_where_nothing_makes_half_of_a_surprise_it_is_several_small_things():
    """Each named cause makes at least half of it where it is the cause."""
    planned = planned_points(BY_CUPS)
    found = surprise_of(BY_CUPS, first(BY_CUPS, 7))
    off = found.points - planned
    for cause in found.causes:
        if cause.kind in ("undissolved", "stem", "reading"):
            assert cause.by / off > 0.4, cause
    assert {cause.kind for cause in found.causes} <= {
        "amount", "product", "undissolved", "stem", "reading", "several",
    }  # fmt: skip


def test_yeast_that_nobody_wrote_down_began_when_the_must_was_read():
    """A must, then the same jug dry twice: its members fit, whoever pitched it and when."""
    read = (first(WEIGHED, 0), on(20, "read", sg=0.996), on(44, "read", sg=0.996))
    unwritten, written = jug_of(WEIGHED, *read), jug_of(WEIGHED, on(1, "pitched", 13), *read)
    assert unwritten.estimate.settled
    assert unwritten.estimate.abv.value == pytest.approx(written.estimate.abv.value, abs=0.05)


def test_sugar_fed_lately_stays_unseen_when_it_is_poured_on():
    fed = (
        first(WEIGHED, 0), on(1, "pitched", 13), on(12, "read", sg=0.998), on(16, "read", sg=0.998),
        on(17, "added", pour=sugar(160)),
    )  # fmt: skip
    file = file_of(WEIGHED, *fed, on(18, "transferred", into=[{"jug": "B", "volume_ml": 2000}]))
    file = {"format": file["format"], "version": file["version"], "jugs": [
        {"name": "A", "plan": file["plan"], "journal": file["journal"]},
        {"name": "B", "journal": [on(18, "tested", 13, sugar_g_per_l=0)]},
    ]}  # fmt: skip
    read = read_jug_file(file)
    told = fold(read.plans, read.events).jugs["B"].estimate
    assert told.at(told.seen, 0.95) > 8
