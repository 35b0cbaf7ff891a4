"""Variants, arms, versions, links, recipe files and vessels of one's own."""

import pytest

from tests.server.conftest import CARTON, PLAN

ARMS = [
    {"name": "Ale", "vessel": {"volume_ml": 2500}, "yeast": {"tolerance_abv": 10, "key": "ale"}},
    {"name": "Wine", "vessel": {"volume_ml": 2500}, "yeast": {"tolerance_abv": 14, "key": "wine"},
     "enzyme": True},
]  # fmt: skip


def of(jug, *more):
    return "/".join(["jugs", str(jug["id"]), *more])


def test_a_variant_has_the_same_plan_and_knows_where_it_began(call, planned):
    variant = call.ok("POST", of(planned, "fork"), {})
    assert variant["id"] != planned["id"]
    assert variant["name"] == "Pear, copy"
    assert variant["kept"]["plan"]["pours"] == planned["kept"]["plan"]["pours"]
    assert [jug["id"] for jug in variant["related"]] == [planned["id"]]
    again = call.ok("POST", of(planned, "fork"), {"name": "Stronger"})
    seen = call.ok("GET", of(variant))["related"]
    assert [jug["id"] for jug in seen] == [planned["id"], again["id"]]


def test_side_by_side_shows_every_figure_of_both(call, planned):
    variant = call.ok("POST", of(planned, "fork"), {})
    plan = {
        **PLAN,
        "pours": [*PLAN["pours"][:1], {**PLAN["pours"][1], "mass_g": 600}, PLAN["pours"][2]],
    }
    call.ok("PUT", of(variant, "plan"), {"based_on": 1, "plan": plan})
    seen = call.ok("GET", f"jugs/side-by-side?jug={planned['id']}&jug={variant['id']}")
    rows = {row["name"]: row for row in seen["rows"]}
    assert rows["Sugar"]["values"] == [450, 600]
    assert rows["Sugar"]["differ"]
    assert not rows["Pear"]["differ"]
    for jug, value in zip(seen["jugs"], rows["Starts at"]["values"], strict=True):
        assert jug["evaluation"]["must"]["sg"]["value"] == value
    assert "Reads now" not in rows
    call.ok("POST", of(variant, "readings"), {"sg": 1.087, "insist": True})
    brewed = call.ok("GET", f"jugs/side-by-side?jug={planned['id']}&jug={variant['id']}")
    assert {r["name"]: r["values"] for r in brewed["rows"]}["Reads now"] == [None, 1.087]
    status, refused = call("GET", f"jugs/side-by-side?jug={planned['id']}&jug={planned['id']}")
    assert status == 422
    assert "two different" in refused["errors"][0]["text"]


def test_arms_share_the_must_and_differ_in_one_thing(call, planned):
    arms = call.ok("POST", of(planned, "split"), {"arms": ARMS})
    seen = [call.ok("GET", of(arm)) for arm in arms]
    assert [jug["name"] for jug in seen] == ["Ale", "Wine"]
    must = planned["evaluation"]["must"]
    total = sum(jug["evaluation"]["must"]["volume_ml"] for jug in seen)
    assert total == pytest.approx(must["volume_ml"], abs=1)
    for jug in seen:
        assert jug["evaluation"]["must"]["sg"]["value"] == pytest.approx(
            must["sg"]["value"], abs=1e-4
        )
    assert not seen[0]["kept"]["plan"]["doses"]
    assert seen[1]["kept"]["plan"]["doses"][0]["kind"] == "enzyme"


@pytest.mark.parametrize(
    ("arms", "words"),
    [
        (ARMS[:1], "two test batches"),
        ([{**ARMS[0], "vessel": {"volume_ml": 500}}] * 2, "hold 1.00 L"),
    ],
)
def test_a_split_that_cannot_be(call, planned, arms, words):
    status, refused = call("POST", of(planned, "split"), {"arms": arms})
    assert status == 422
    assert words in refused["errors"][0]["text"]
    assert len(call.ok("GET", "jugs")) == 1


def test_every_plan_kept_can_be_returned_to(call, planned):
    more = {**PLAN, "pours": [*PLAN["pours"][:2], {**PLAN["pours"][2], "volume_ml": 900}]}
    version = planned["kept"]["version"]
    call.ok("PUT", of(planned, "plan"), {"based_on": version, "plan": more})
    versions = call.ok("GET", of(planned, "versions"))
    assert [row["version"] for row in versions] == [version + 1, version, 1]
    assert versions[0]["said"] == "3 L Pear, 450 g Sugar, 900 ml Water"
    assert versions[-1]["said"] == "an empty jug"
    # An empty jug has nothing to be held against.
    assert [row["changed"] for row in versions] == [["Water 800 ml → 900 ml"], [], []]
    old = call.ok("GET", of(planned, "versions", str(version)))["plan"]
    assert old["pours"] == planned["kept"]["plan"]["pours"]
    back = call.ok("PUT", of(planned, "plan"), {"based_on": version + 1, "plan": old})
    assert back["version"] == version + 2


def test_a_recipe_file_goes_out_and_comes_in_the_same(call, other_call, planned):
    file = call.ok("GET", of(planned, "recipe"))
    assert (file["format"], file["version"], file["name"]) == ("amber-jug-recipe", 1, "Pear")
    begun = other_call.ok("POST", "jugs/recipe", {"recipe": file})
    assert (begun["name"], begun["said"]) == ("Pear", [])
    jug = other_call.ok("GET", of(begun))
    assert jug["evaluation"] == planned["evaluation"]
    assert other_call.ok("GET", of(jug, "recipe")) == file


def test_a_recipe_file_comes_into_a_vessel_of_ones_own(call, other_call, planned):
    file = call.ok("GET", of(planned, "recipe"))
    bowl = {"name": "Crock", "shape": "bucket", "brim_ml": 11_000, "volume_ml": 10_000}
    mine = other_call.ok("POST", "vessels", bowl)
    held = {"volume_ml": 10_000, "own_id": mine["id"], "name": "Crock"}
    twice = 10_000 / file["vessel"]["volume_ml"]
    for recipe in (file, {key: file[key] for key in file if key != "vessel"}):
        begun = other_call.ok("POST", "jugs/recipe", {"recipe": recipe, "vessel": held})
        plan = other_call.ok("GET", of(begun))["kept"]["plan"]
        assert plan["vessel"]["own_id"] == mine["id"]
        assert plan["pours"][0]["volume_ml"] == pytest.approx(
            file["pours"][0]["volume_ml"] * twice, rel=0.01
        )


@pytest.mark.parametrize(
    ("change", "at"),
    [({"format": "other"}, "format"), ({"pours": []}, "pours"),
     ({"pours": [{"name": "Pear", "kind": "rock"}]}, "pours[0].kind")],
)  # fmt: skip
def test_a_file_that_is_no_recipe(call, planned, change, at):
    file = call.ok("GET", of(planned, "recipe"))
    status, refused = call("POST", "jugs/recipe", {"recipe": {**file, **change}})
    assert (status, refused["errors"][0]["at"]) == (422, at)


def test_a_link_shows_the_plan_to_another_who_may_copy_it(call, other_call, planned):
    assert call.ok("GET", of(planned, "link"))["token"] is None
    token = call.ok("POST", of(planned, "link"))["token"]
    assert call.ok("POST", of(planned, "link"))["token"] == token
    seen = other_call.ok("GET", f"shared/{token}")
    assert seen["name"] == "Pear"
    assert seen["evaluation"] == planned["evaluation"]
    copied = other_call.ok("POST", f"shared/{token}/copy", {})
    mine = other_call.ok("GET", of(copied))
    assert mine["evaluation"]["must"] == planned["evaluation"]["must"]
    # The one it came from is still nobody else's.
    assert other_call("GET", of(planned))[0] == 404
    call.ok("DELETE", of(planned, "link"))
    assert other_call("GET", f"shared/{token}")[0] == 404
    assert other_call("POST", f"shared/{token}/copy", {})[0] == 404
    # Taken back by mistake, the same link shows it again; begun anew, another one does.
    assert call.ok("POST", of(planned, "link", "restore"))["token"] == token
    assert other_call("GET", f"shared/{token}")[0] == 200
    call.ok("DELETE", of(planned, "link"))
    assert call.ok("POST", of(planned, "link"))["token"] != token
    assert other_call("GET", f"shared/{token}")[0] == 404


def test_a_link_to_a_jug_put_away_shows_nothing(call, other_call, planned):
    token = call.ok("POST", of(planned, "link"))["token"]
    call.ok("DELETE", of(planned))
    assert other_call("GET", f"shared/{token}")[0] == 404


def test_nobody_reaches_anothers_jug_by_the_new_doors(other_call, planned):
    for method, path, body in (
        ("GET", of(planned, "versions"), None),
        ("GET", of(planned, "versions", "1"), None),
        ("POST", of(planned, "fork"), {}),
        ("POST", of(planned, "split"), {"arms": ARMS}),
        ("GET", of(planned, "recipe"), None),
        ("GET", of(planned, "link"), None),
        ("POST", of(planned, "link"), None),
        ("DELETE", of(planned, "link"), None),
        ("POST", of(planned, "link", "restore"), None),
        ("GET", f"jugs/side-by-side?jug={planned['id']}&jug={planned['id'] + 1}", None),
    ):
        assert other_call(method, path, body)[0] == 404, path


def test_a_vessel_of_ones_own_is_kept_by_its_brim(call, other_call):
    bowl = {"name": "Grandmother's jar", "shape": "demijohn", "brim_ml": 5200}
    kept = call.ok("POST", "vessels", bowl)
    assert 4800 < kept["volume_ml"] < 5200
    assert kept["usual_fill_ml"] < kept["volume_ml"]
    assert [v["name"] for v in call.ok("GET", "vessels")] == ["Grandmother's jar"]
    assert other_call.ok("GET", "vessels") == []
    assert other_call("DELETE", f"vessels/{kept['id']}")[0] == 404
    call.ok("DELETE", f"vessels/{kept['id']}")
    assert call.ok("GET", "vessels") == []
    call.ok("POST", f"vessels/{kept['id']}/restore")
    assert len(call.ok("GET", "vessels")) == 1


@pytest.mark.parametrize(
    ("change", "at"),
    [({"name": " "}, "name"), ({"shape": "shoe"}, "shape"), ({"brim_ml": 5}, "brim_ml"),
     ({"volume_ml": 6000}, "volume_ml")],
)  # fmt: skip
def test_a_vessel_that_is_none(call, change, at):
    bowl = {"name": "Jar", "shape": "demijohn", "brim_ml": 5200, **change}
    status, refused = call("POST", "vessels", bowl)
    assert (status, refused["errors"][0]["at"]) == (422, at)


def test_a_copied_plan_comes_into_ones_own_vessel_from_ones_own_shelf(call, other_call, planned):
    mine = other_call.ok(
        "POST", "shelf/products", {**CARTON, "name": "Hollin pear", "sugars_g": "9.8", "at_home": 4}
    )
    vessel = other_call.ok(
        "POST",
        "vessels",
        {"name": "Old jar", "shape": "demijohn", "brim_ml": 2600, "volume_ml": 2500},
    )
    token = call.ok("POST", of(planned, "link"))["token"]
    into = {"volume_ml": 2500, "own_id": vessel["id"], "name": "Old jar"}
    copied = other_call.ok("POST", f"shared/{token}/copy", {"vessel": into})
    assert copied["said"] == ["Hollin pear stands in for Pear."]
    theirs, ours = (one["kept"]["plan"] for one in (planned, other_call.ok("GET", of(copied))))
    # 5 L into 2.5 L: half of everything.
    assert [pour.get("volume_ml") or pour["mass_g"] for pour in ours["pours"]] == [
        pytest.approx((pour.get("volume_ml") or pour["mass_g"]) / 2, abs=0.06)
        for pour in theirs["pours"]
    ]
    pear = ours["pours"][0]
    assert (pear["name"], pear["product_id"], pear["label"]["sugars_g"]) == (
        "Hollin pear",
        mine["id"],
        "9.8",
    )
    assert ours["vessel"]["own_id"] == vessel["id"]


def test_prices_in_another_currency_stay_behind(call, other_call, other_account, planned):
    other_account.currency = "SEK"
    other_account.save()
    token = call.ok("POST", of(planned, "link"))["token"]
    copied = other_call.ok("POST", f"shared/{token}/copy", {})
    assert copied["said"] == ["Prices in GBP were left out: your shelf knows yours."]
    plan = other_call.ok("GET", of(copied))["kept"]["plan"]
    assert all(pour.get("price") is None for pour in plan["pours"])
