"""What one request may hold, tried one by one; and what is stored over a limit is still read."""

import io
import tracemalloc
import zipfile

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile

from core.errors import JobError
from core.files.plain_json import read_json
from server.config import limits
from server.config.limits import MOST_LETTERS, MOST_LINES, MOST_TOGETHER
from server.jugs.models import Jug, OwnVessel, Picture, PlanVersion
from server.shelf.models import Product, ProductPrice
from tests.server.conftest import CARTON, CORK, JUG, PEAR, PLAN
from tests.server.test_pictures import photographed

pytestmark = pytest.mark.django_db
DOSE = {"kind": "nutrient", "mass_g": 1, "when": "with_yeast"}


def pears(count):
    return [{**PEAR, "name": f"Pear {n}", "volume_ml": 60} for n in range(count)]


@pytest.mark.parametrize(
    ("more", "at"),
    [
        ({"pours": pears(MOST_LINES + 1)}, "pours"),
        ({"doses": [DOSE] * (MOST_LINES + 1)}, "doses"),
        ({"pours": [{**PEAR, "name": "x" * (MOST_LETTERS + 1)}]}, "pours[0].name"),
    ],
)
def test_a_plan_has_so_many_lines_at_every_door(call, planned, more, at):
    plan = {**PLAN, **more}
    keeps = f"jugs/{planned['id']}/plan"
    for method, path, body in (
        ("PUT", keeps, {"based_on": planned["kept"]["version"], "plan": plan}),
        ("POST", "plans/evaluate", plan),
        ("POST", "plans/cartons", plan),
        ("POST", "plans/balance", plan),
    ):
        status, said = call(method, path, body)
        assert status == 422, path
        assert said["errors"][0]["at"].endswith(at)
        assert "fit here" in said["errors"][0]["text"]
    as_many = {**PLAN, "pours": pears(MOST_LINES)}
    assert call("POST", "plans/evaluate", as_many)[0] == 200


def test_a_plan_that_was_kept_with_more_is_still_read(call, planned):
    kept = Jug.objects.get(id=planned["id"]).plans.last()
    kept.plan = {**kept.plan, "pours": pears(100)}
    kept.save()
    shown = call.ok("GET", f"jugs/{planned['id']}")
    assert len(shown["kept"]["plan"]["pours"]) == 100
    assert shown["evaluation"]["must"]["volume_ml"] == pytest.approx(6000, rel=0.01)


def test_so_many_jugs_and_products_are_set_together(call, planned):
    many = [planned["id"]] * (MOST_TOGETHER + 1)
    blend = {"jugs": many, "wanted": {"abv": 9}}
    query = "&".join(f"jug={n}" for n in range(1, 1000))
    for method, path, body in (
        ("POST", "blend", blend),
        ("POST", "blend/pour", {**blend, "name": "All", "vessel": {"volume_ml": 5000}}),
        ("POST", "shelf/compare", {"ids": many}),
        ("GET", f"jugs/side-by-side?jug={planned['id']}&{query}", None),
    ):
        assert call(method, path, body)[0] in (404, 422), path


def test_so_many_kinds_of_bottles_flavours_and_arms(call, planned):
    jug = call.ok("POST", f"jugs/{planned['id']}/readings", {"sg": 1.080})
    lines = [{"size_ml": 100 + n, "count": 1, **CORK} for n in range(MOST_LINES + 1)]
    status, said = call("POST", f"jugs/{jug['id']}/bottling/preview", {"bottles": lines})
    assert (status, said["errors"][0]["text"]) == (422, "At most 60 fit here.")
    vessel = {"volume_ml": 1000}
    flavour = {"name": "One", "base_ml": 10, "vessel": vessel}
    arm = {"name": "One", "vessel": vessel, "yeast": {"tolerance_abv": 14}}
    for path, body in (
        ("flavours", {"flavours": [flavour] * (MOST_LINES + 1)}),
        ("split", {"arms": [arm] * (MOST_LINES + 1)}),
    ):
        status, said = call("POST", f"jugs/{jug['id']}/{path}", body)
        assert (status, said["errors"][0]["text"]) == (422, "That is more than fits here at once.")


def test_a_little_json_unfolds_to_no_more_than_is_read():
    for raw in (b"[" + b"[]," * 2_000_000 + b"[]]", '"' + "x" * 25_000_001 + '"'):
        with pytest.raises(JobError, match="more than any kitchen"):
            read_json(raw)
    assert len(read_json(b"[" + b"1," * 100_000 + b"1]")) == 100_001


@pytest.mark.parametrize("flood", [b"[]," * 20_000_000, b" " * 60_000_000])
def test_a_small_zip_takes_no_more_memory_than_any_other(call, flood):
    """Sixty megabytes of nothing in a zip of some sixty kilobytes."""
    packed = io.BytesIO()
    with zipfile.ZipFile(packed, "w", zipfile.ZIP_DEFLATED) as archive:
        archive.writestr("kitchen.json", b"[" + flood + b"[]]")
        archive.writestr("shelf.json", b"{}")
    assert len(packed.getvalue()) < 200_000
    packed.seek(0)
    packed.name = "kitchen.zip"
    tracemalloc.start()
    response = call.client.post("/api/kitchen/import", {"file": packed})
    _, peak = tracemalloc.get_traced_memory()
    tracemalloc.stop()
    assert response.status_code == 422
    assert "more than any kitchen holds" in response.json()["errors"][0]["text"]
    assert peak < 200_000_000


# ---- what a record holds


def refused(answer):
    status, said = answer
    return status == 422 and said["errors"][0]["text"]


def test_a_kitchen_holds_so_many_jugs_vessels_and_products(call, account):
    Jug.objects.bulk_create(
        Jug(account=account, number=n, name="Jug") for n in range(1, limits.MOST_JUGS)
    )
    call.ok("POST", "jugs", JUG)
    assert refused(call("POST", "jugs", JUG)) == "A kitchen holds 2000 jugs."
    crock = {"name": "Crock", "shape": "bucket", "brim_ml": 4600, "volume_ml": 4500}
    OwnVessel.objects.bulk_create(
        OwnVessel(account=account, **{**crock, "name": f"Crock {n}"})
        for n in range(limits.MOST_VESSELS - 1)
    )
    del crock["volume_ml"]
    call.ok("POST", "vessels", crock)
    assert refused(call("POST", "vessels", {**crock, "name": "One more"})) == (
        "A cupboard holds 100 vessels."
    )
    Product.objects.bulk_create(
        Product(account=account, name=f"Pear {n}", kind="juice")
        for n in range(limits.MOST_PRODUCTS - 1)
    )
    call.ok("POST", "shelf/products", CARTON)
    more = refused(call("POST", "shelf/products", {**CARTON, "name": "More"}))
    assert more == "A shelf holds 5000 things, with those taken off it."


def test_a_product_keeps_so_many_prices(call, account):
    product = call.ok("POST", "shelf/products", CARTON)["id"]
    on = account.today()
    ProductPrice.objects.bulk_create(
        ProductPrice(product_id=product, amount="1.10", on=on)
        for _ in range(limits.MOST_PRICES - 1)
    )
    said = refused(call("POST", f"shelf/products/{product}/prices", {"amount": "1.20"}))
    assert said == "A product keeps 1000 prices: put it on the shelf once more."


def test_a_jug_keeps_so_many_plans_and_photographs(call, planned):
    jug = Jug.objects.get(id=planned["id"])
    last = jug.plans.last()
    PlanVersion.objects.bulk_create(
        PlanVersion(jug=jug, version=n, plan=last.plan)
        for n in range(last.version + 1, limits.MOST_VERSIONS)
    )
    Jug.objects.filter(id=jug.id).update(plan_version=limits.MOST_VERSIONS - 1)
    keep = {"based_on": limits.MOST_VERSIONS - 1, "plan": PLAN}
    call.ok("PUT", f"jugs/{jug.id}/plan", keep)
    said = refused(call("PUT", f"jugs/{jug.id}/plan", {**keep, "based_on": limits.MOST_VERSIONS}))
    assert said == "A plan keeps 5000 versions: copy it into a new jug, and go on there."
    # Which goes on from there.
    assert call.ok("POST", f"jugs/{jug.id}/fork", {})["kept"]["version"] == 1
    Picture.objects.bulk_create(Picture(jug=jug, image=b"") for _ in range(limits.MOST_PICTURES))
    sent = call.client.post(
        f"/api/jugs/{jug.id}/pictures", {"picture": SimpleUploadedFile("jug.jpg", photographed())}
    )
    assert sent.json()["errors"][0]["text"] == "A jug keeps 200 photographs."
