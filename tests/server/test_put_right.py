"""What once misled, was lost or fell over, and must not again."""

import io
import json
import threading
from decimal import Decimal

import pytest
from django.db import OperationalError, connections
from django.test import Client
from PIL import Image

from core.shelf.verdict import CODES, WORDS
from server.accounts.models import SentOnce
from server.jugs.models import Event, Jug
from server.shelf.models import Product
from tests.server.conftest import CARTON, CORK, CROWN, JUG, PLAN, SUGAR, WATER
from tests.server.test_jugs import days_ago, path
from tests.server.test_shelf_labels import send

pytestmark = pytest.mark.django_db


def fermented(call, plan, readings):
    """A jug with this plan and readings as (days ago, gravity)."""
    jug = call.ok("POST", "jugs", JUG)
    call.ok("PUT", path(jug, "plan"), {"based_on": 1, "plan": plan})
    for days, sg in readings:
        body = {"sg": sg, "at": days_ago(days), "insist": True}
        call.ok("POST", path(jug, "readings"), body)
    return call.ok("GET", path(jug))


def lots(*lines, **more):
    return {
        "bottles": [{"size_ml": s, "count": n, **kind} for s, n, kind in lines],
        "insist": True,
        **more,
    }


SWEET = {**PLAN, "pours": [PLAN["pours"][0], SUGAR | {"mass_g": 760}, WATER | {"volume_ml": 620}]}


def test_a_jug_its_yeast_stopped_is_stopped_sweet_and_asks_at_bottling(call):
    jug = fermented(call, SWEET, [(40, 1.110), (10, 1.020), (2, 1.020)])
    assert jug["progress"]["verdict"] == "stopped_sweet"
    assert not jug["progress"]["proven"]
    status, said = call("POST", path(jug, "bottling"), lots((750, 4, CORK)))
    assert (status, said["errors"][0]["at"]) == (422, "against_advice")
    assert "yeast gave up" in said["errors"][0]["text"]
    vented = {"bottle": "wine_bottle", "closure": "vented"}
    assert call.ok("POST", path(jug, "bottling"), lots((750, 4, vented)))["stage"] == "bottled"


def held(call, jug, clear=True, ph=3.4):
    """Sulphite and sorbate in, racked, and seen to be clear."""
    did = [
        *([("measured", {"ph": ph})] if ph else []),
        ("racked", {"left_behind_ml": 0}),
        ("noticed", {"chips": ["clear"] if clear else ["hazy"]}),
        ("dosed", {"dose": "sulphite_potassium", "mass_g": 0.9}),
        ("dosed", {"dose": "sorbate", "mass_g": 1.0}),
    ]
    for kind, what in did:
        call.ok("POST", path(jug, "events"), {"kind": kind, "what": what})
    return call.ok("POST", path(jug, "bottling/preview"), lots((750, 4, CORK)))["bottles"][0]


def test_stabilised_with_everything_met_it_may_be_corked(call):
    stopped = [(40, 1.110), (10, 1.020), (2, 1.020)]
    lot = held(call, fermented(call, {**SWEET, "ph": 3.4}, stopped))
    assert lot["closing"]["verdict"] == "go"
    assert lot["label_says"] == ["contains_sulphites", "contains_sorbate"]
    cloudy = held(call, fermented(call, {**SWEET, "ph": 3.4}, stopped), clear=False)
    assert "that it is clear" in cloudy["closing"]["why"]
    no_ph = held(call, fermented(call, {**SWEET, "ph": 3.4}, stopped), ph=None)
    assert "measured its pH" in no_ph["closing"]["why"]


def test_priming_is_judged_by_bottle_and_counted_in_the_strength(call):
    end = call.ok("POST", "plans/evaluate", PLAN)["finish"]["sg"]["value"]
    jug = fermented(call, PLAN, [(40, 1.080), (20, round(end, 3)), (2, round(end, 3))])
    primed = {"g_per_l": 6.0, "sugar": "sucrose"}
    swing = {"bottle": "swing_top_rated", "closure": "swing"}
    shown = call.ok(
        "POST",
        path(jug, "bottling/preview"),
        lots((750, 2, CORK), (330, 2, CROWN), (500, 2, swing), priming=primed),
    )
    words = [line["closing"]["verdict"] for line in shown["bottles"]]
    assert words[0] == "do_not"
    assert words[2] != "do_not"
    base = jug["progress"]["strength"]["mass_balance"]["value"]
    # 6 g/L adds 0.37 % (common practice, 0.6 % for 10 g/L), and takes up 0.62 ml a gram.
    thinned = base * (1 - 6 * 0.62 / 1000)
    assert shown["abv"]["value"] == pytest.approx(thinned + 0.37, abs=0.02)
    assert len(shown["bottles"][2]["closing"]["pressure_bar"]) == 3


def test_juice_added_at_the_end_thins_the_strength_and_fills_more_bottles(call):
    late = {**PLAN["pours"][0], "name": "Late pear", "volume_ml": None}
    plan = {**PLAN, "glass": {"style": "late_juice", "late": late, "late_share": 0.2}}
    end = call.ok("POST", "plans/evaluate", PLAN)["finish"]["sg"]["value"]
    jug = fermented(call, plan, [(40, 1.080), (20, round(end, 3)), (2, round(end, 3))])
    base = jug["progress"]["strength"]["mass_balance"]["value"]
    asked = lots((750, 6, CORK), late="in")
    shown = call.ok("POST", path(jug, "bottling/preview"), asked)
    assert shown["bottled_ml"] > jug["evaluation"]["must"]["volume_ml"]
    assert shown["abv"]["value"] == pytest.approx(0.8 * base, abs=0.01)
    assert "thinned by what was added" in shown["how"]
    # What it costs is shared by all that was bottled, with a fifth of late pear.
    must = Decimal(call.ok("POST", "plans/evaluate", PLAN)["cost"]["used"])
    litres = jug["now"]["volume_ml"]["value"] / 1000
    paid = must + Decimal(repr(litres / 4)) * Decimal("1.15")
    assert Decimal(shown["cost_per_litre"]) == pytest.approx(
        paid / Decimal("4.5"), abs=Decimal("0.01")
    )


def sweetened_at_the_end(call):
    """Dry and proven, with a syrup planned for the end that no event says went in."""
    end = call.ok("POST", "plans/evaluate", PLAN)["finish"]["sg"]["value"]
    late = {"name": "Plum cordial", "kind": "syrup", "label": {"sugars_g": "42", "per_ml": 100}}
    glass = {"style": "sweet_still", "sugar_g_per_l": 20, "late": late}
    plan = {**PLAN, "glass": glass}
    return fermented(call, plan, [(60, 1.080), (24, round(end, 3)), (2, round(end, 3))])


def test_what_is_planned_for_the_end_is_in_when_it_is_written_that_it_went_in(call):
    jug = sweetened_at_the_end(call)
    asked = ((750, 4, CORK),)
    ways = {
        late: call.ok("POST", path(jug, "bottling/preview"), lots(*asked, late=late))
        for late in ("in", "out", None)
    }
    words = {late: shown["bottles"][0]["closing"] for late, shown in ways.items()}
    assert words["out"]["worst_volumes"] < 2 < words["in"]["worst_volumes"]
    assert words[None] == words["in"]
    assert "nothing holds that sugar" in words["in"]["why"]
    assert [shown["late"]["unsure"] for shown in ways.values()] == [False, False, True]
    assert "ml Plum cordial at the end. Does it go in?" in ways[None]["late"]["asks"]
    # Left out: nothing of the cordial in strength, sugar, cost or what is left.
    assert ways["out"]["abv"]["value"] > ways["in"]["abv"]["value"] * 1.03
    assert ways["in"]["left_ml"] - ways["out"]["left_ml"] == pytest.approx(
        jug["now"]["volume_ml"]["value"] * 20 / (420 - 20), rel=0.01
    )
    before = Event.objects.filter(jug_id=jug["id"]).count()
    status, said = call("POST", path(jug, "bottling"), lots(*asked, against_advice="Because."))
    assert (status, said["errors"][0]["at"]) == (422, "late")
    assert Event.objects.filter(jug_id=jug["id"]).count() == before


@pytest.mark.parametrize(("late", "kinds"), [("in", ["added", "bottled"]), ("out", ["bottled"])])
def test_every_page_says_the_same_of_what_went_in_at_the_end(call, late, kinds):
    jug = sweetened_at_the_end(call)
    jugs_own = jug["now"]["abv"]["value"]
    vented = {"bottle": "wine_bottle", "closure": "vented"}
    asked = lots((750, 4, vented), late=late)
    shown = call.ok("POST", path(jug, "bottling/preview"), asked)
    call.ok("POST", path(jug, "bottling"), asked)
    saved = call.ok("GET", path(jug))["bottling"]
    assert saved["abv"]["value"] == pytest.approx(shown["abv"]["value"], abs=0.01)
    assert saved["left_ml"] == pytest.approx(shown["left_ml"], abs=1)
    assert saved["late"] is None
    written = Event.objects.filter(jug_id=jug["id"]).values_list("kind", flat=True)
    newest = [kind for kind in written if kind in ("added", "measured", "bottled")]
    assert sorted(newest) == kinds
    if late == "out":
        assert saved["abv"]["value"] == pytest.approx(jugs_own, abs=0.01)
    (place,) = call.ok("GET", "cellar")["places"]
    (row,) = place["lots"]
    assert row["abv"] == pytest.approx(saved["abv"]["value"], abs=0.06)


def test_what_was_written_to_have_gone_in_is_not_asked_about(call):
    jug = sweetened_at_the_end(call)
    pour = {"name": "Plum cordial", "kind": "syrup", "label": {"sugars_g": "42", "per_ml": 100}}
    body = {"kind": "added", "what": {"pour": {**pour, "volume_ml": 150}}}
    call.ok("POST", path(jug, "events"), body)
    shown = call.ok("POST", path(jug, "bottling/preview"), lots((750, 4, CORK)))
    assert shown["late"] is None
    # The word hangs on the sugar that is in, whatever is answered.
    assert shown["bottles"][0]["closing"]["verdict"] == "do_not"


def test_what_nobody_priced_does_not_cost_nothing(call):
    free = {**PLAN, "pours": [{k: v for k, v in p.items() if not k.startswith(("price", "pack"))} for p in PLAN["pours"]]}  # fmt: skip
    answer = call.ok("POST", "plans/evaluate", free)
    assert (answer["cost"]["used"], answer["cost"]["per_bottle"]) == (None, None)
    assert answer["cost"]["unpriced"] == ["Pear", "Sugar"]
    jug = fermented(call, free, [(40, 1.080), (20, 0.994), (2, 0.994)])
    shown = call.ok("POST", path(jug, "bottling/preview"), lots((750, 4, CORK)))
    assert (shown["cost_per_litre"], shown["bottles"][0]["cost_each"]) == (None, None)
    assert shown["unpriced"] == ["Pear", "Sugar"]


def test_sugar_added_on_the_way_without_a_price_is_named_with_the_bottles(call):
    jug = fermented(call, PLAN, [(40, 1.080), (20, 0.994), (2, 0.994)])
    assert call.ok("POST", path(jug, "bottling/preview"), lots((750, 4, CORK)))["unpriced"] == []
    pour = {"name": "Honey", "kind": "sugar", "sugar": "brown", "mass_g": 20}
    call.ok(
        "POST", path(jug, "events"), {"kind": "added", "what": {"pour": pour}, "at": days_ago(30)}
    )
    shown = call.ok("POST", path(jug, "bottling/preview"), lots((750, 4, CORK)))
    assert shown["unpriced"] == ["Honey"]
    assert call.ok("GET", path(jug, "costs"))["unpriced"] == ["Honey"]
    call.ok("POST", path(jug, "bottling"), {**lots((750, 4, CORK)), "insist": True})
    (place,) = call.ok("GET", "cellar")["places"]
    (row,) = place["lots"]
    assert (row["cost_each"] is not None, row["unpriced"]) == (True, ["Honey"])


def test_a_fizzy_plan_with_sugar_left_is_not_told_to_add_sugar(call):
    plan = {**SWEET, "yeast": {"tolerance_abv": 7}, "glass": {"style": "fizzy", "volumes": 2.5}}
    answer = call.ok("POST", "plans/evaluate", plan)
    assert answer["glass"]["priming_g"] == 0
    assert "Never prime it" in " ".join(answer["glass"]["steps"])
    assert "gas" in {w["code"] for w in answer["warnings"] if w["bad"]}


def test_a_plan_is_judged_by_the_bottle_it_is_meant_for(call):
    glass = {"style": "fizzy", "volumes": 3.2, **CROWN}
    answer = call.ok("POST", "plans/evaluate", {**PLAN, "glass": glass})
    (gas,) = [w for w in answer["warnings"] if w["code"] == "gas"]
    assert answer["glass"]["closing"]["verdict"] == "do_not"
    (edit,) = gas["remedies"][0]["edits"]
    bottle, closure = edit["key"].split("/")
    better = {**glass, "bottle": bottle, "closure": closure}
    again = call.ok("POST", "plans/evaluate", {**PLAN, "glass": better})
    assert again["glass"]["closing"]["verdict"] == "go"


# ---- readings


@pytest.mark.parametrize(("sg", "celsius", "likely"), [(1.70, 20, 1.080), (1.80, 20, 1.080), (1.802, 20, 1.082), (1.175, 35, 1.075)])  # fmt: skip
def test_a_slip_is_offered_whatever_the_temperature(call, planned, sg, celsius, likely):
    body = {"sg": sg, "temperature_c": celsius}
    status, said = call("POST", path(planned, "readings"), body)
    assert status == 422
    assert said["insist_allowed"]
    offered = [c for c in said["causes"] if c["likely_sg"] is not None]
    if sg == 1.70:
        # 1.070 is nowhere near this must: nothing is put forward as sure.
        assert not any(c["sure"] for c in said["causes"])
    else:
        assert offered[0]["likely_sg"] == pytest.approx(likely, abs=0.002)
        assert offered[0]["sure"]


def test_a_hot_must_is_not_pitched_without_a_word(call, planned):
    # 1.0745 at 38 °C is 1.0805 at 20.
    body = {"sg": 1.0745, "temperature_c": 38}
    status, said = call("POST", path(planned, "readings"), body)
    assert (status, said["causes"][0]["code"]) == (422, "too_warm")
    assert call.ok("POST", path(planned, "readings"), {**body, "insist": True})["readings"]


def test_the_ferment_counts_from_the_pitching_not_from_the_first_reading(call, planned):
    jug = fermented(call, PLAN, [(10, 1.080), (5, 1.030)])
    first, second = (str(r["id"]) for r in jug["readings"])
    before = jug["progress"]["strength"]["mass_balance"]["value"]
    without = call.ok("DELETE", path(jug, "readings", first))
    # The must is then what the plan makes it, not what was read five days later.
    now = without["progress"]["strength"]["mass_balance"]["value"]
    assert (without["stage"], now) == ("ferment", pytest.approx(before, abs=0.3))
    again = call.ok("POST", path(jug, "readings", first, "restore"))
    assert [r["id"] for r in again["readings"]] == [first, second]
    assert again["progress"]["strength"]["mass_balance"]["value"] == pytest.approx(before)
    # The only reading goes with the pitching that it was read for; the plan is open again.
    call.ok("DELETE", path(jug, "readings", second))
    assert call.ok("DELETE", path(jug, "readings", first))["stage"] == "plan"
    assert call.ok("POST", path(jug, "readings", first, "restore"))["stage"] == "ferment"


def test_a_must_shared_out_is_not_pitched_whole(call, planned):
    vessel = {"volume_ml": 2600}
    arm = {"name": "Arm", "vessel": vessel, "yeast": PLAN["yeast"]}
    arms = call.ok("POST", path(planned, "split"), {"arms": [arm, {**arm, "name": "Other"}]})
    for where, body in (
        ("readings", {"sg": 1.080}),
        ("events", {"kind": "pitched"}),
        ("events", {"kind": "read", "what": {"sg": 1.080}}),
        ("split", {"arms": [arm, arm]}),
    ):
        status, said = call("POST", path(planned, where), body)
        assert (status, said["errors"][0]["text"]) == (
            409,
            "This must was shared out: it is in Arm and Other now. Go on with those, or put them"
            " away first.",
        )
    for one in arms:
        call.ok("DELETE", path(one))
    again = call.ok("POST", path(planned, "split"), {"arms": [arm, {**arm, "name": "Third"}]})
    # Shared out anew, the first ones cannot come back beside them; the new ones can, one by one.
    assert call("POST", path(arms[0], "restore"))[0] == 409
    for one in again:
        call.ok("DELETE", path(one))
        call.ok("POST", path(one, "restore"))
    for one in again:
        call.ok("DELETE", path(one))
    assert call.ok("POST", path(planned, "readings"), {"sg": 1.080})["stage"] == "ferment"
    # Nor beside a must that was pitched whole.
    status, said = call("POST", path(arms[0], "restore"))
    assert (status, "pitched whole" in said["errors"][0]["text"]) == (409, True)


def test_a_pitching_taken_back_stays_so_once_its_must_is_shared_out(call, planned):
    jug = call.ok("POST", path(planned, "readings"), {"sg": 1.080})
    for event in [each for each in jug["journal"] if each["kind"] in ("read", "pitched")]:
        call.ok("POST", path(planned, "events", event["id"], "strike"))
    arm = {"name": "Arm", "vessel": {"volume_ml": 2600}, "yeast": PLAN["yeast"]}
    call.ok("POST", path(planned, "split"), {"arms": [arm, {**arm, "name": "Other"}]})
    pitched = next(each for each in jug["journal"] if each["kind"] == "pitched")
    status, said = call("POST", path(planned, "events", pitched["id"], "restore"))
    assert (status, "shared out" in said["errors"][0]["text"]) == (409, True)


def test_only_the_plan_in_sight_is_pitched(call, planned):
    body = {"sg": 1.080, "plan_version": 1}
    status, said = call("POST", path(planned, "readings"), body)
    assert (status, "changed" in said["errors"][0]["text"]) == (409, True)
    assert call.ok("POST", path(planned, "readings"), {**body, "plan_version": 2})["readings"]


# ---- once, and not raced


def test_a_write_sent_twice_is_done_once_and_answered_alike(call, account):
    key = {"headers": {"Idempotency-Key": "a-key-of-the-sender"}}
    answers = [
        call.client.post("/api/jugs", JUG, content_type="application/json", **key) for _ in range(3)
    ]
    assert {a.content for a in answers} == {answers[0].content}
    assert Jug.objects.count() == 1
    other = {"headers": {"Idempotency-Key": "another-key-of-it"}}
    call.client.post("/api/jugs", JUG, content_type="application/json", **other)
    assert Jug.objects.count() == 2
    # Something else under the same key is neither done nor answered with a jug.
    mixed = call.client.post("/api/shelf/products", CARTON, content_type="application/json", **key)
    assert (mixed.status_code, Product.objects.count()) == (422, 0)
    renamed = {**JUG, "name": "Another"}
    assert call.client.post("/api/jugs", renamed, content_type="application/json", **key).status_code == 422  # fmt: skip
    assert Jug.objects.count() == 2
    # Kept by the version before, which knew only the key, it is answered for its day.
    SentOnce.objects.filter(key="a-key-of-the-sender").update(asked="")
    old = call.client.post("/api/jugs", JUG, content_type="application/json", **key)
    assert old.content == answers[0].content
    # A refusal is no answer to keep.
    refused = {**JUG, "name": ""}
    again = {"headers": {"Idempotency-Key": "a-key-of-a-refusal"}}
    assert call.client.post("/api/jugs", refused, content_type="application/json", **again).status_code == 422  # fmt: skip
    assert call.client.post("/api/jugs", JUG, content_type="application/json", **again).status_code == 200  # fmt: skip
    assert SentOnce.objects.filter(account=account).count() == 3


def all_at_once(account, calls):
    """Statuses of calls made at the same moment, each by a client of its own."""
    statuses, gate = [], threading.Barrier(len(calls))

    def one(method, where, body, key):
        client = Client()
        client.force_login(account)
        gate.wait()
        headers = {"Idempotency-Key": key} if key else {}
        send_it = getattr(client, method)
        response = send_it(f"/api/{where}", body, content_type="application/json", headers=headers)
        statuses.append(response.status_code)
        connections.close_all()

    threads = [threading.Thread(target=one, args=args) for args in calls]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    return sorted(statuses)


@pytest.mark.django_db(transaction=True)
def test_a_double_press_on_a_slow_line_writes_once(call, account, planned):
    body = {"sg": 1.080}
    where = path(planned, "readings")
    assert all_at_once(account, [("post", where, body, "one-press-of-it")] * 4) == [200] * 4
    assert Event.objects.filter(kind="read").count() == 1


@pytest.mark.django_db(transaction=True)
def test_bottling_and_reading_do_not_pass_each_other(call, account, planned):
    jug = fermented(call, PLAN, [(40, 1.080), (20, 0.994), (2, 0.994)])
    bottle = lots((750, 4, CORK), against_advice="On purpose.")
    calls = [("post", path(jug, "bottling"), bottle, "")] * 3
    assert all_at_once(account, calls) == [200, 409, 409]
    assert Event.objects.filter(kind="bottled").count() == 1


@pytest.mark.django_db(transaction=True)
def test_a_plan_is_not_changed_behind_a_pitch(call, account, planned):
    change = {"based_on": 2, "plan": {**PLAN, "pours": PLAN["pours"][:2]}}
    pitch = {"sg": 1.080, "plan_version": 2, "insist": True}
    statuses = all_at_once(
        account,
        [
            ("put", path(planned, "plan"), change, ""),
            ("post", path(planned, "readings"), pitch, ""),
        ],
    )
    assert statuses == [200, 409]


# ---- the shelf


def test_the_shelf_goes_out_whole_and_comes_back_the_same(call, other_call):
    rich = {
        **CARTON,
        "name": "Pear; =1+1",
        "place": "Quay Stores",
        "bought_on": "2026-01-05",
        "at_home": "2.5",
        "best_before": "2027-03-01",
        "colour": "quince",
        "corrected": ["kind"],
        "juice_percent": 60,
        "label_text": "Ingredients: pear juice, E202",
    }
    product = call.ok("POST", "shelf/products", rich)
    call.ok("POST", f"shelf/products/{product['id']}/prices", {"amount": "1.35", "place": "Pockett's", "on": "2026-03-01"})  # fmt: skip
    call.ok("POST", f"shelf/products/{product['id']}/measured", {"sg": 1.049})
    call.ok("POST", "shelf/products", {**CARTON, "name": "Sugar", "kind": "sugar", "sugar": "sucrose", "sugars_g": None, "per_ml": None, "fruit": None, "pack_ml": None, "pack_g": 1000})  # fmt: skip
    out = call.client.get("/api/shelf/export.json").content
    assert send(other_call, "import", out, "shelf.json", "file")[1]["added"] == 2
    assert json.loads(other_call.client.get("/api/shelf/export.json").content) == json.loads(out)

    def whole(caller):
        items = caller.ok("GET", "shelf/products?sort=name")["items"]
        prices = [caller.ok("GET", f"shelf/products/{i['id']}/prices") for i in items]
        return [{**item, "id": 0} for item in items], prices

    assert whole(other_call) == whole(call)
    # Another delimiter finds no formula in a cell.
    assert '"Pear; \'=1+1"' in call.client.get("/api/shelf/export.csv").content.decode()


def test_one_thing_todays_rules_refuse_does_not_take_the_shelf_down(call):
    kept = call.ok("POST", "shelf/products", CARTON)
    call.ok("POST", "shelf/products", {**CARTON, "name": "Other"})
    Product.objects.filter(id=kept["id"]).update(sugars_g="140", facts_of="")
    items = call.ok("GET", "shelf/products")["items"]
    assert len(items) == 2
    refused = next(i for i in items if i["id"] == kept["id"])
    assert refused["facts"]["verdict"]["code"] == "refused"
    assert "140 g" in refused["facts"]["verdict"]["reason"]
    assert set(WORDS) == set(CODES)


def test_a_barcode_used_again_meanwhile_is_said(call):
    code = {**CARTON, "barcode": "2000000001012"}
    first = call.ok("POST", "shelf/products", code)
    call.ok("DELETE", f"shelf/products/{first['id']}")
    call.ok("POST", "shelf/products", {**code, "name": "New"})
    status, said = call("POST", f"shelf/products/{first['id']}/restore")
    assert (status, said["errors"][0]["at"]) == (422, "barcode")


def test_room_is_looked_at_before_a_long_file(call, monkeypatch):
    monkeypatch.setattr("server.shelf.actions.bring_in.MOST_PRODUCTS", 2)
    file = "name,kind,sugars_g,per,pack\n" + "".join(f"Pear {n},juice,10,100 ml,1 L\n" for n in range(4))  # fmt: skip
    status, said = send(call, "import", file.encode(), "shelf.csv", "file")
    assert (status, "holds 2 things" in said["errors"][0]["text"]) == (422, True)
    assert Product.objects.count() == 0


# ---- what fell over


@pytest.mark.parametrize(
    ("method", "where", "body"),
    [
        ("POST", "plans/nearest", {**PLAN, "aim": {"solve": ["Sugar", "Water"], "abv": 9, "fill_ml": 0}}),
        ("POST", "session/sign-in", {"name": "a\x00b", "password": "x"}),
        ("POST", "session/sign-in", {"name": "\ud800", "password": "x"}),
        ("POST", "session/sign-up", {"name": "ab\x00", "password": "plums-and-pears"}),
        ("GET", "shelf/products?kind=%00", None),
        ("GET", "shelf/products?search=a%00", None),
        ("GET", "shelf/products?offset=999999999999999999999", None),
        ("GET", "jugs?offset=999999999999999999999", None),
        ("GET", "shared/%00", None),
        ("POST", "jugs", b'{"name": "x", "vessel": {"volume_ml": NaN}, "yeast": {"tolerance_abv": 14}}'),
        ("POST", "jugs", b'{"name": "x", "vessel": {"volume_ml": 1e999}, "yeast": {"tolerance_abv": 14}}'),
        ("POST", "jugs", b"[" * 5000 + b"]" * 5000),
        ("POST", "jugs", b'{"name": "\\ud83d"}'),
    ],
)  # fmt: skip
def test_a_sentence_instead_of_a_500(call, method, where, body):
    if isinstance(body, dict):
        body = json.dumps(body).encode()
    status, said = call(method, where, body)
    assert status == 422
    assert said["errors"][0]["text"].endswith(".")


@pytest.mark.parametrize("called", ["text/plain", "application/x-www-form-urlencoded", ""])
@pytest.mark.parametrize("name", [b"\\ud83d", b"a\\u0000b"])
def test_whatever_it_is_called_it_is_read_as_strictly(call, called, name):
    body = json.dumps({**JUG, "name": "N"}).encode().replace(b'"N"', b'"' + name + b'"')
    for sent in (body, body.replace(b"5000", b"NaN")):
        said = call.client.generic("POST", "/api/jugs", sent, content_type=called)
        assert said.status_code == 422
        assert said.json()["errors"][0]["text"].endswith(".")
    assert not Jug.objects.exists()


@pytest.mark.parametrize("where", ["jugs", "jugs/recipe", "shelf/products"])
def test_a_form_where_json_is_wanted_is_told_so(account, where):
    # As a browser sends it: its token is looked for in the form before anything else.
    strict = Client(enforce_csrf_checks=True)
    strict.force_login(account)
    strict.cookies["csrftoken"] = "a" * 32
    said = strict.post(f"/api/{where}", {"name": "x", "csrfmiddlewaretoken": "a" * 32})
    assert (said.status_code, said.json()["errors"][0]["text"]) == (422, "This is not JSON.")


@pytest.mark.parametrize("colour", ["constructor", "__proto__", "url(x)"])
def test_a_colour_that_is_none_never_reaches_a_list(call, planned, colour):
    pear, *rest = PLAN["pours"]
    odd = {**PLAN, "pours": [{**pear, "colour": colour}, *rest]}
    based_on = planned["kept"]["version"]
    call.ok("PUT", path(planned, "plan"), {"based_on": based_on, "plan": odd})
    assert call.ok("GET", path(planned))["kept"]["plan"]["pours"][0]["colour"] is None
    # Nor one that was kept before it was looked at.
    jug = Jug.objects.get(id=planned["id"])
    kept = jug.plans.latest("id")
    kept.plan["pours"][0]["colour"] = colour
    kept.save()
    Jug.objects.filter(id=jug.id).update(row=None)
    assert colour not in json.dumps(call.ok("GET", path(planned)))
    assert colour not in json.dumps(call.ok("GET", "jugs"))


@pytest.mark.parametrize("size", [(20_000, 20_000), (1, 20_000), (7_700, 7_700)])
def test_a_picture_too_large_is_refused_before_it_is_decoded(call, size):
    out = io.BytesIO()
    Image.new("1", size).save(out, "PNG")
    status, said = send(call, "pictures/barcode", out.getvalue(), "big.png", "picture")
    assert (status, said["errors"][0]["at"]) == (422, "picture")


def test_a_large_jpeg_of_a_phone_is_decoded_small(call):
    out = io.BytesIO()
    Image.new("RGB", (9000, 6800)).save(out, "JPEG")
    status, said = send(call, "pictures/barcode", out.getvalue(), "big.jpg", "picture")
    assert (status, "No barcode" in said["errors"][0]["text"]) == (422, True)


def test_a_cell_without_an_end_is_named(call):
    endless = 'name,pack\n"' + "x" * 140_000
    status, said = send(call, "import", endless.encode(), "shelf.csv", "file")
    assert (status, "never ends" in said["errors"][0]["text"]) == (422, True)


@pytest.mark.parametrize(
    ("where", "kind"),
    [("/api/jugs", "application/json"), ("/jugs", "text/plain")],
)
def test_while_the_record_is_away_a_sentence_says_so(account, monkeypatch, where, kind):
    def away(*_, **__):
        raise OperationalError("connection refused")

    client = Client(raise_request_exception=False)
    client.force_login(account)
    monkeypatch.setattr("django.db.models.query.QuerySet._fetch_all", away)
    monkeypatch.setattr("server.config.urls.TemplateView.get", away)
    said = client.get(where)
    assert (said.status_code, said["Retry-After"]) == (503, "10")
    assert said["Content-Type"].startswith(kind)
    assert "does not answer just now" in said.content.decode()
    # A write too, whose key is looked for before anything else.
    key = {"Idempotency-Key": "a-key-of-the-sender"}
    sent = client.post("/api/jugs", JUG, content_type="application/json", headers=key)
    assert (sent.status_code, sent.json()["errors"][0]["at"]) == (503, "")


def test_no_answer_is_anybody_elses_to_keep(call, planned):
    for where in ("session", "jugs", path(planned), "shelf/products", "nowhere"):
        assert call.client.get(f"/api/{where}")["Cache-Control"] == "private, no-store"


def test_another_host_is_refused(call):
    assert call.client.get("/api/session", headers={"host": "evil.example"}).status_code == 400


def test_a_shared_plan_shows_no_sign_in_name(call, other_call, planned, account):
    token = call.ok("POST", path(planned, "link"))["token"]
    shown = other_call.ok("GET", f"shared/{token}")
    assert account.username not in json.dumps({k: v for k, v in shown.items() if k == "by"})


def test_the_list_is_worked_out_once(call, planned, django_assert_num_queries, monkeypatch):
    call.ok("GET", "jugs")
    monkeypatch.setattr(
        "server.jugs.rows._row", lambda state, ahead: pytest.fail("worked out again")
    )
    # The session, the account, the jugs.
    with django_assert_num_queries(3):
        assert len(call.ok("GET", "jugs")) == 1


def test_the_list_follows_what_happens(call, planned):
    assert call.ok("GET", "jugs")[0]["headline"] == "Still a plan."
    call.ok("POST", path(planned, "readings"), {"sg": 1.080})
    assert call.ok("GET", "jugs")[0]["headline"] == "Pitched."
    call.ok("DELETE", path(planned))
    assert call.ok("GET", "jugs") == []
    assert [row["id"] for row in call.ok("GET", "jugs?put_away=true")] == [planned["id"]]


def test_the_list_begins_with_what_presses_most(call, planned):
    other = call.ok("POST", "jugs", {**JUG, "name": "Read again"})
    call.ok("PUT", path(other, "plan"), {"based_on": other["kept"]["version"], "plan": PLAN})
    call.ok("POST", path(other, "readings"), {"sg": 1.080})
    listed = call.ok("GET", "jugs")
    assert [row["name"] for row in listed] == ["Read again", planned["name"]]
    first, last = listed
    assert first["due"][0]["words"] == "Read it again"
    assert first["due"][0]["since"] < first["due"][0]["until"]
    assert last["due"] == []
    assert last["shape"] == "demijohn"
    core = call.ok("POST", "plans/evaluate", PLAN)
    assert last["held_ml"] == pytest.approx(core["must"]["in_vessel_ml"])
    assert [drink["ml"] for drink in last["drinks"]] == pytest.approx(
        [pour["room_ml"] for pour in core["pours"]]
    )


def test_a_plan_is_scaled_to_another_vessel_and_stays_the_same_drink(call):
    vessel = {"key": "bucket_10", "volume_ml": 10_000}
    plan = {**PLAN, "vessel": {"volume_ml": 5_000}, "hold_back_ml": 200}
    larger = call.ok("POST", "plans/scale", {"plan": plan, "vessel": vessel})
    assert larger["hold_back_ml"] == 400
    before, after = (call.ok("POST", "plans/evaluate", each) for each in (plan, larger))
    assert after["must"]["sg"]["value"] == pytest.approx(before["must"]["sg"]["value"], abs=1e-5)
    volumes = [each["must"]["in_vessel_ml"] for each in (before, after)]
    assert volumes[1] == pytest.approx(2 * volumes[0], rel=1e-4)
    status, answer = call("POST", "plans/scale", {"plan": plan, "vessel": {"volume_ml": 5}})
    assert status == 422
    assert "100 ml to 100 L" in answer["errors"][0]["text"]


def test_a_ph_no_drink_has_is_refused_where_it_is_written(call, planned):
    body = {"kind": "measured", "what": {"ph": 1.0}, "note": "", "insist": True}
    status, said = call("POST", path(planned, "events"), body)
    assert (status, said["errors"][0]["at"]) == (422, "what.ph")
    assert "musts read 2.8" in said["errors"][0]["text"]
    status, said = call("POST", "plans/evaluate", {**PLAN, "ph": 1.0})
    assert (status, said["errors"][0]["at"]) == (422, "ph")
