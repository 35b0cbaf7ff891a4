"""The journal in the record: written once, struck, put right, poured on, carried over."""

import importlib
from datetime import timedelta
from uuid import uuid4

import pytest
from django.apps import apps
from django.db import IntegrityError, connection, transaction
from django.db.migrations.executor import MigrationExecutor
from django.utils import timezone

from server.jugs.models import Event, Jug, TransferLine
from tests.kitchens import remade
from tests.server.conftest import CORK, CROWN, JUG, PLAN

pytestmark = pytest.mark.django_db
SUGAR_FED = {"pour": {"name": "White sugar", "kind": "sugar", "sugar": "sucrose", "mass_g": 100}}


def path(jug, *rest):
    return "/".join(["jugs", str(jug["id"]), *rest])


def days_ago(days):
    return (timezone.now() - timedelta(days=days)).isoformat()


def wrote(call, jug, kind, what, **more):
    return call.ok("POST", path(jug, "events"), {"kind": kind, "what": what, **more})


@pytest.fixture
def dry(call, planned):
    """A jug of PLAN, dry and proven."""
    for days, sg in [(40, 1.080), (20, 0.995), (2, 0.995)]:
        body = {"sg": sg, "at": days_ago(days), "insist": True}
        call.ok("POST", path(planned, "readings"), body)
    return call.ok("GET", path(planned))


def same(one, other):
    """What is in two jugs, to a hair; whatever vessels it stands in."""
    for key in one["now"].keys() - {"vessel_ml", "shape"}:
        value = one["now"][key]
        shown = value["value"] if isinstance(value, dict) else value
        wanted = other["now"][key]
        wanted = wanted["value"] if isinstance(wanted, dict) else wanted
        assert shown == (pytest.approx(wanted, rel=1e-6) if isinstance(wanted, float) else wanted)


def kinds(jug):
    return [event["kind"] for event in reversed(jug["journal"]) if not event["struck"]]


def test_pitching_is_an_event_of_its_own(call, planned):
    jug = call.ok("POST", path(planned, "readings"), {"sg": 1.080})
    assert kinds(jug) == ["read", "pitched"]
    assert [event["text"] for event in jug["journal"]] == ["Yeast pitched.", "Read 1.080 at 20 °C."]
    row = Event.objects.get(kind="read")
    assert (row.by.username, row.what) == ("mo", {"sg": 1.08, "temperature_c": 20.0})


def test_an_addition_counts_from_then_on_and_is_told(call, dry):
    before = dry["now"]
    fed = wrote(call, dry, "added", SUGAR_FED)
    assert fed["now"]["volume_ml"]["value"] > before["volume_ml"]["value"] + 50
    assert fed["now"]["measured"] is False
    assert fed["stage"] == "ferment"
    assert fed["journal"][0]["text"] == "Added 100 g White sugar."
    struck = call.ok("POST", path(dry, "events", fed["journal"][0]["id"], "strike"))
    same(struck, dry)
    assert struck["journal"][0]["struck"]
    back = call.ok("POST", path(dry, "events", fed["journal"][0]["id"], "restore"))
    same(back, fed)
    # Nothing was deleted: the event, its strike, and the strike of that.
    assert Event.objects.filter(kind="struck").count() == 2


def test_sent_twice_it_is_written_once_and_another_word_under_its_name_is_refused(call, dry):
    body = {"kind": "added", "what": SUGAR_FED, "id": str(uuid4())}
    once, twice = (call.ok("POST", path(dry, "events"), body) for _ in range(2))
    same(once, twice)
    assert Event.objects.filter(kind="added").count() == 1
    other = {**body, "what": {"pour": {**SUGAR_FED["pour"], "mass_g": 50}}}
    assert call("POST", path(dry, "events"), other)[0] == 409


def test_put_right_is_struck_and_written_anew(call, dry):
    fed = wrote(call, dry, "added", SUGAR_FED, at=days_ago(1))
    less = {"pour": {**SUGAR_FED["pour"], "mass_g": 50}}
    right = wrote(call, dry, "added", less, instead_of=fed["journal"][0]["id"], at=days_ago(1))
    assert kinds(right).count("added") == 1
    assert right["now"]["volume_ml"]["value"] < fed["now"]["volume_ml"]["value"] - 25


@pytest.mark.parametrize(
    ("kind", "what", "at"),
    [
        ("added", {"pour": {"name": "x", "kind": "sugar", "mass_gg": 1}}, "what.pour.mass_gg"),
        ("dosed", {"dose": "sorbet", "mass_g": 1}, "what.dose"),
        ("racked", {"left_behind_ml": 99_000}, "what.left_behind_ml"),
        ("measured", {}, "what"),
        ("bottled", {"lots": []}, "kind"),
        ("struck", {"event": "x"}, "kind"),
        ("shaken", {}, "kind"),
        ("transferred", {"into": [{"jug": "999999", "volume_ml": 5}]}, "what.into[0].jug"),
    ],
)
def test_what_cannot_have_been_is_refused_at_its_place(call, dry, kind, what, at):
    status, said = call("POST", path(dry, "events"), {"kind": kind, "what": what})
    assert (status, said["errors"][0]["at"]) == (422, at)


def test_dated_back_it_counts_from_its_day(call, dry):
    early = wrote(call, dry, "added", SUGAR_FED, at=days_ago(30))
    # Fed before it was read dry: that sugar is gone by now, and is strength.
    assert early["stage"] == "clear"
    abv = early["now"]["abv"]["value"]
    assert abv > dry["now"]["abv"]["value"] + 1
    status, said = call(
        "POST", path(dry, "events"), {"kind": "racked", "what": {}, "at": days_ago(-2)}
    )
    assert (status, said["errors"][0]["at"]) == (422, "at")


def test_half_is_bottled_and_the_rest_goes_on(call, dry):
    half = {"bottles": [{"size_ml": 750, "count": 2, **CORK}], "insist": True, "some_left": True}
    after = call.ok("POST", path(dry, "bottling"), half)
    assert after["now"]["volume_ml"]["value"] == pytest.approx(
        dry["now"]["volume_ml"]["value"] - 1500, abs=1
    )
    rest = {"bottles": [{"size_ml": 330, "count": 7, **CROWN}], "insist": True}
    whole = call.ok("POST", path(dry, "bottling"), rest)
    assert kinds(whole).count("bottled") == 2
    assert call("POST", path(dry, "bottling"), rest)[0] == 409
    # The newest filling is taken back first, and given back whole.
    same(call.ok("DELETE", path(dry, "bottling")), after)
    assert kinds(call.ok("POST", path(dry, "bottling/restore"))).count("bottled") == 2


def another(call, name="Other"):
    jug = call.ok("POST", "jugs", {**JUG, "name": name})
    call.ok("PUT", path(jug, "plan"), {"based_on": 1, "plan": {**PLAN, "pours": []}})
    return jug


def test_split_after_pitching_and_blended_again(call, dry):
    empty = another(call)
    into = {"into": [{"jug": str(empty["id"]), "volume_ml": 1500}]}
    left = wrote(call, dry, "transferred", into)
    assert left["journal"][0]["text"] == "Poured 1500 ml into Other."
    got = call.ok("GET", path(empty))
    assert got["now"]["volume_ml"]["value"] == pytest.approx(1500, abs=2)
    assert got["now"]["abv"]["value"] == pytest.approx(dry["now"]["abv"]["value"], abs=0.01)
    assert TransferLine.objects.get().into_id == empty["id"]
    # Never in a circle.
    back = {"into": [{"jug": str(dry["id"]), "volume_ml": 100}]}
    status, said = call("POST", path(empty, "events"), {"kind": "transferred", "what": back})
    assert (status, "cannot run back" in said["errors"][0]["text"]) == (422, True)
    # What the other has done with it stands on it.
    wrote(call, empty, "racked", {"left_behind_ml": 50})
    poured = left["journal"][0]["id"]
    status, said = call("POST", path(dry, "events", poured, "strike"))
    assert (status, "stands on it" in said["errors"][0]["text"]) == (409, True)


def test_drink_never_leaves_the_account(call, other_call, dry):
    foreign = other_call.ok("POST", "jugs", JUG)
    into = {"into": [{"jug": str(foreign["id"]), "volume_ml": 100}]}
    status, said = call("POST", path(dry, "events"), {"kind": "transferred", "what": into})
    assert (status, said["errors"][0]["text"]) == (422, "There is no such jug.")
    event = Event.objects.filter(jug_id=dry["id"]).first()
    for how in ("strike", "restore"):
        assert other_call("POST", path(dry, "events", str(event.id), how))[0] == 404


def test_the_record_guards_itself(call, dry):
    jug = Jug.objects.get(id=dry["id"])
    event = jug.events.first()
    for wrong in (
        {"number": 90, "kind": "shaken"},
        {"number": event.number, "kind": "noticed"},
        {"number": 91, "kind": "struck"},
        {"number": 92, "kind": "noticed", "strikes": event},
    ):
        with pytest.raises(IntegrityError), transaction.atomic():
            Event.objects.create(jug=jug, at=timezone.now(), **wrong)


def test_the_record_and_core_name_the_same_kinds():
    kept = importlib.import_module("server.jugs.migrations.0016_explained")
    from core.files.journal import KINDS

    assert {*kept.BEFORE, "explained", "struck"} == set(KINDS)


@pytest.mark.django_db(transaction=True)
def test_what_was_kept_before_the_journal_is_carried_over_whole(account):
    """A made history of 300 jugs, half of them with something struck out or taken back."""
    before = MigrationExecutor(connection)
    before.migrate([("jugs", "0003_bottle_kinds_and_closing")])
    old = before.loader.project_state([("jugs", "0003_bottle_kinds_and_closing")]).apps
    began = timezone.now() - timedelta(days=60)
    try:
        for number in range(1, 301):
            jug = old.get_model("jugs", "Jug").objects.create(
                account_id=account.id, number=number, name=f"Jug {number}", plan_version=1
            )
            jug.plans.create(version=1, plan=PLAN)
            for day in range(number % 6):
                struck = began + timedelta(days=day, hours=1) if (number + day) % 5 == 0 else None
                jug.readings.create(
                    at=began + timedelta(days=day), sg=1.080 - 0.01 * day, temperature_c=18 + day,
                    note=f"note {day}", insisted=day == 1, removed_at=struck,
                )  # fmt: skip
            if number % 6 == 5:
                for taken_back in (began, None) if number % 4 == 1 else (None,):
                    bottling = jug.bottlings.create(
                        at=began + timedelta(days=30), removed_at=taken_back, sulphite_g=0.4,
                        priming_g_per_l=3.0, against_advice="trial" if number % 10 == 5 else "",
                    )  # fmt: skip
                    kind = {"bottle": "", "closure": ""} if number % 12 == 5 else CORK
                    bottling.counts.create(size_ml=750, count=4, **kind)
        kept = {
            "read": old.get_model("jugs", "Reading").objects.count(),
            "standing": old.get_model("jugs", "Reading").objects.filter(removed_at=None).count(),
            "bottled": old.get_model("jugs", "Bottling").objects.count(),
        }
    finally:
        after = MigrationExecutor(connection)
        after.migrate(after.loader.graph.leaf_nodes())
    events = apps.get_model("jugs", "Event").objects
    assert events.filter(kind="read").count() == kept["read"]
    assert events.filter(kind="read", struck_by=None).count() == kept["standing"]
    assert events.filter(kind="bottled").count() == kept["bottled"]
    assert events.filter(kind="dosed", what__dose="sulphite_potassium").count() == kept["bottled"]
    one = events.get(jug__number=5, kind="read", what__sg=1.07)
    assert (one.note, one.insisted, one.what["temperature_c"], one.by_id) == (
        "note 1",
        True,
        19.0,
        account.id,
    )
    filled = events.filter(kind="bottled", struck_by=None).first()
    assert filled.what["priming"] == {"sugar": "sucrose", "g_per_l": 3.0}
    unnamed = events.filter(jug__number=5, kind="bottled").last()
    assert "was not written down" in unnamed.note
    # Every jug that stands is one that core can fold, and pitched where it was read.
    from server.jugs.journal import with_events
    from server.jugs.state import JugState

    for jug in with_events(Jug.objects.all()):
        state = JugState.load(jug)
        assert state.pitched == bool(state.readings)
        assert state.life is not None


def test_a_jug_file_out_and_in_again_is_the_same_jug(call, other_call, dry):
    fed = wrote(call, dry, "added", SUGAR_FED, note="By the spoon")
    call.ok("POST", path(dry, "events", fed["journal"][0]["id"], "strike"))
    wrote(call, dry, "measured", {"ph": 3.4})
    filled = {"bottles": [{"size_ml": 750, "count": 2, **CORK}], "insist": True, "some_left": True}
    whole = call.ok("POST", path(dry, "bottling"), filled)
    out = call.ok("GET", path(dry, "file"))
    assert [event["kind"] for event in out["journal"]].count("struck") == 1
    (brought,) = other_call.ok("POST", "jugs/file", out)
    there = other_call.ok("GET", path(brought))
    same(there, whole)
    assert [event["text"] for event in there["journal"]] == [
        event["text"] for event in whole["journal"]
    ]
    # And out again it is the same file, though its events' numbers were taken here.
    assert other_call.ok("GET", path(brought, "file")) == out


def test_jugs_that_ran_together_are_one_file(call, other_call, dry):
    empty = another(call)
    into = {"into": [{"jug": str(empty["id"]), "volume_ml": 1500}]}
    wrote(call, dry, "transferred", into)
    out = call.ok("GET", path(empty, "file"))
    assert {jug["name"] for jug in out["jugs"]} == {"Pear", "Other"}
    brought = other_call.ok("POST", "jugs/file", out)
    mine = {jug["name"]: other_call.ok("GET", path(jug)) for jug in brought}
    same(mine["Other"], call.ok("GET", path(empty)))
    same(mine["Pear"], call.ok("GET", path(dry)))


@pytest.mark.parametrize(
    ("change", "at"),
    [
        ({"format": "x"}, "format"),
        ({"journal": [{"at": "2026-09-01T18:00:00Z", "kind": "read"}]}, "journal[0].what"),
        ({"plan": {"pours": []}}, "plan.pours"),
    ],
)
def test_what_is_no_jug_file_is_told_by_its_place(call, dry, change, at):
    out = call.ok("GET", path(dry, "file"))
    status, said = call("POST", "jugs/file", {**out, **change})
    assert (status, said["errors"][0]["at"]) == (422, at)
    assert Jug.objects.count() == 1


def test_an_old_journal_that_todays_rules_refuse_is_told_and_takes_nothing_down(call, dry):
    wrong = {"left_behind_ml": 99_000}
    jug = Jug.objects.get(id=dry["id"])
    Event.objects.create(jug=jug, number=99, at=timezone.now(), kind="racked", what=wrong)
    remade()
    shown = call.ok("GET", path(dry))
    assert "more than the" in shown["problem"]
    assert len(shown["journal"]) == len(dry["journal"]) + 1
    assert len(call.ok("GET", "jugs")) == 1
    # Struck, it is as it was.
    event = next(event for event in shown["journal"] if event["kind"] == "racked")
    same(call.ok("POST", path(dry, "events", event["id"], "strike")), dry)


def test_a_second_filling_is_told_and_priced_by_itself(call, dry):
    half = {"bottles": [{"size_ml": 750, "count": 2, **CORK}], "insist": True, "some_left": True}
    first = call.ok("POST", path(dry, "bottling"), half)["bottling"]
    rest = {"bottles": [{"size_ml": 330, "count": 7, **CROWN}], "insist": True}
    shown = call.ok("POST", path(dry, "bottling/preview"), rest)
    assert [(lot["size_ml"], lot["count"]) for lot in shown["bottles"]] == [(330, 7)]
    # 3.99 in all, of which the first two bottles took their part; by the litre of this filling.
    paid = 3.99 - 2 * float(first["bottles"][0]["cost_each"])
    assert float(shown["cost_per_litre"]) == pytest.approx(paid / (7 * 0.33), abs=0.02)
    kept = call.ok("POST", path(dry, "bottling"), rest)["bottling"]
    assert kept["bottles"] == shown["bottles"]
    assert kept["cost_per_litre"] == shown["cost_per_litre"]


def test_what_went_in_is_no_surprise_at_the_next_reading(call, dry):
    fed = wrote(call, dry, "added", SUGAR_FED)
    risen = round(fed["now"]["sg"]["value"], 3)
    assert risen > 1.0
    # Without the sugar it would be questioned: fermenting only lowers a gravity.
    after = call.ok("POST", path(dry, "readings"), {"sg": risen})
    assert not after["readings"][-1]["insisted"]


def test_a_jug_that_only_received_is_read_and_poured_on(call, dry):
    empty, third = another(call), another(call, "Third")
    wrote(call, dry, "transferred", {"into": [{"jug": str(empty["id"]), "volume_ml": 1500}]})
    read = call.ok("POST", path(empty, "readings"), {"sg": 0.995})
    assert (read["readings"][0]["sg"], read["stage"]) == (0.995, "clear")
    wrote(call, empty, "transferred", {"into": [{"jug": str(third["id"]), "volume_ml": 500}]})
    # Topped up from a jug that knows nothing of where the rest came from.
    other = call.ok("POST", "jugs", {**JUG, "name": "Fourth"})
    call.ok("PUT", path(other, "plan"), {"based_on": 1, "plan": PLAN})
    wrote(call, other, "transferred", {"into": [{"jug": str(third["id"]), "volume_ml": 200}]})
    topped = call.ok("GET", path(third))["now"]["volume_ml"]["value"]
    assert topped == pytest.approx(700, abs=3)


def test_a_reading_put_right_is_asked_about_as_any_other(call, dry):
    (read,) = [event for event in dry["journal"] if event["kind"] == "read"][:1]
    body = {"kind": "read", "what": {"sg": 1.020}, "at": read["at"], "instead_of": read["id"]}
    status, said = call("POST", path(dry, "events"), body)
    assert (status, said["insist_allowed"]) == (422, True)
    # Nothing is struck meanwhile.
    assert call.ok("GET", path(dry))["journal"] == dry["journal"]
    after = call.ok("POST", path(dry, "events"), {**body, "insist": True})
    (new,) = [e for e in after["journal"] if e["kind"] == "read" and e["insisted"]]
    assert new["what"]["sg"] == 1.02


def test_what_readings_say_together_is_told_and_counted_already(call, planned):
    pear, sugar, water = PLAN["pours"]
    plan = {**PLAN, "pours": [pear, sugar, {**water, "amount_by": "about"}]}
    call.ok("PUT", path(planned, "plan"), {"based_on": planned["kept"]["version"], "plan": plan})
    # What 960 ml of water, not 800, would show.
    wrote(call, planned, "measured", {"volume_ml": 4240}, at=days_ago(3))
    jug = call.ok("POST", path(planned, "readings"), {"sg": 1.080, "insist": True})
    assert any("Water went in" in text for text in jug["learned"])
    assert jug["now"]["sg"]["value"] == pytest.approx(1.080, abs=0.001)


def test_a_sample_drunk_leaves_the_jug_with_its_reading(call, planned):
    whole = call.ok("POST", path(planned, "readings"), {"sg": 1.080, "insist": True})
    call.ok("POST", path(planned, "events", whole["journal"][-1]["id"], "strike"))
    body = {"sg": 1.080, "insist": True, "drunk_ml": 120}
    jug = call.ok("POST", path(planned, "readings"), body)
    gone = whole["now"]["volume_ml"]["value"] - jug["now"]["volume_ml"]["value"]
    assert gone == pytest.approx(120, abs=0.5)
    assert (
        call("POST", path(planned, "readings"), {**body, "sg": 1.060, "drunk_ml": 99_000})[0] == 422
    )


def test_an_event_met_twice_in_a_file_comes_in_once(call, other_call, dry):
    out = call.ok("GET", path(dry, "file"))
    twice = {**out, "journal": [*out["journal"], out["journal"][0]]}
    (brought,) = other_call.ok("POST", "jugs/file", twice)
    there = other_call.ok("GET", path(brought))
    assert len(there["journal"]) == len(dry["journal"])


def test_a_reading_off_the_plan_is_asked_about_and_what_is_said_can_be_undone(call, planned):
    strange = {"sg": 1.066, "insist": True}
    jug = call.ok("POST", path(planned, "readings"), strange)
    (asked,) = jug["surprises"]
    assert "1.066" in asked["text"]
    assert sum(cause["chance"] for cause in asked["causes"]) <= 1
    likeliest = asked["causes"][0]
    what = {"reading": asked["reading"], "cause": likeliest["kind"]}
    if likeliest["pour"]:
        what["pour"] = likeliest["pour"]
    after = call.ok("POST", path(jug, "events"), {"kind": "explained", "what": what})
    assert after["surprises"] == []
    said = after["journal"][0]
    assert said["kind"] == "explained"
    back = call.ok("POST", path(jug, "events", said["id"], "strike"))
    assert back["surprises"] == jug["surprises"]
    status, refused = call(
        "POST", path(jug, "events"), {"kind": "explained", "what": {**what, "reading": "nothing"}}
    )
    assert status == 422
    assert "no reading of that id" in refused["errors"][0]["text"]


def test_what_would_settle_it_is_told_where_a_cork_is_in_doubt(call, planned):
    # Two points above where it is likely dry: dry, or some grams of sugar left.
    for days, sg in ((30, 1.080), (16, 0.997), (2, 0.997)):
        jug = call.ok(
            "POST", path(planned, "readings"), {"sg": sg, "at": days_ago(days), "insist": True}
        )
    best = jug["helps"][0]
    assert best["kind"] in ("sugar", "forced", "taste")
    assert 0 <= best["settles"] <= 1
    tested = {"kind": "tested", "what": {"sugar_g_per_l": 0}}
    assert call.ok("POST", path(jug, "events"), tested)["helps"] == []


def test_more_than_the_vessel_holds_is_asked_about_and_can_be_written(call, planned):
    """Four and a quarter litres in a vessel of five: of three more two have no room."""
    jug = call.ok("POST", path(planned, "readings"), {"sg": 1.080})
    fruit = {"pour": {"name": "Plums", "kind": "juice", "volume_ml": 3000, "label": PLAN["pours"][0]["label"]}}  # fmt: skip
    body = {"kind": "added", "what": fruit}
    status, said = call("POST", path(jug, "events"), body)
    assert (status, said["insist_allowed"]) == (422, True)
    assert said["errors"][0]["text"].endswith("in a vessel that holds 5 L.")
    assert [cause["code"] for cause in said["causes"]] == ["another_vessel", "less", "foamed_over"]
    assert "added" not in kinds(call.ok("GET", path(jug)))
    after = call.ok("POST", path(jug, "events"), {**body, "insist": True})
    assert after["journal"][0]["insisted"]
    # What only leaves it is not asked about, nor a racking into one that holds it.
    wrote(call, after, "racked", {"left_behind_ml": 100, "vessel_ml": 10_000})
    status, _ = call("POST", path(jug, "events"), {"kind": "racked", "what": {"vessel_ml": 4000}})
    assert status == 422


def test_poured_into_a_jug_that_only_receives_its_vessel_is_looked_at_too(call, planned):
    jug = call.ok("POST", path(planned, "readings"), {"sg": 1.080})
    small = call.ok("POST", "jugs", {**JUG, "name": "Small", "vessel": {"volume_ml": 1000}})
    into = {"into": [{"jug": str(small["id"]), "volume_ml": 2000}]}
    status, said = call("POST", path(jug, "events"), {"kind": "transferred", "what": into})
    assert (status, said["insist_allowed"]) == (422, True)
    assert "2 L in a vessel that holds 1 L" in said["errors"][0]["text"]


def test_a_reading_of_an_earlier_day_that_makes_the_next_one_rise_is_asked_about(call, planned):
    for days, sg in [(20, 1.080), (5, 1.020)]:
        jug = call.ok("POST", path(planned, "readings"), {"sg": sg, "at": days_ago(days)})
    odd = {"sg": 1.010, "at": days_ago(10)}
    status, said = call("POST", path(jug, "readings"), odd)
    assert (status, said["insist_allowed"]) == (422, True)
    assert "With it the reading of" in said["errors"][0]["text"]
    assert "rose from 1.010 to 1.020" in said["errors"][0]["text"]
    # The journal's own door asks the same.
    event = {"kind": "read", "what": {"sg": 1.010}, "at": days_ago(10)}
    assert call("POST", path(jug, "events"), event)[1]["insist_allowed"]
    assert call("POST", path(jug, "readings"), {"sg": 1.040, "at": days_ago(12)})[0] == 200
    kept = call.ok("POST", path(jug, "readings"), {**odd, "insist": True})
    assert [row["insisted"] for row in kept["readings"]] == [False, False, True, False]


def test_the_vessel_that_is_drawn_is_the_one_it_was_racked_into(call, dry):
    assert (dry["now"]["vessel_ml"], dry["now"]["shape"]) == (5000, "demijohn")
    call.ok(
        "POST",
        "vessels",
        {"name": "Crock", "shape": "bucket", "brim_ml": 10_000, "volume_ml": 9000},
    )
    racked = wrote(call, dry, "racked", {"left_behind_ml": 100, "vessel_ml": 9000})
    assert (racked["now"]["vessel_ml"], racked["now"]["shape"]) == (9000, "bucket")
    (row,) = call.ok("GET", "jugs")
    assert (row["vessel_ml"], row["shape"]) == (9000, "bucket")
