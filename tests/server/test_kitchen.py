"""A whole kitchen out, and in again somewhere else."""

import io
import json
import zipfile

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.utils import timezone
from jsonschema import Draft202012Validator

from launch.places import ROOT
from server.demo.load import load
from server.jugs.actions.begin import begin_with
from server.jugs.actions.keep_picture import keep_picture
from server.jugs.actions.write_down import Step, write
from server.jugs.rows import outworn
from server.jugs.state import JugState
from server.kitchen.actions.pack_up import pack_up
from tests.server.test_pictures import photographed

SCHEMA = json.loads((ROOT / "docs" / "formats" / "kitchen.schema.json").read_text())


@pytest.fixture
def demo(db):
    account = load(timezone.now())
    account.vessels.create(name="Crock", shape="bucket", brim_ml=12_000, volume_ml=11_000)
    oldest, second = account.jugs.order_by("number")[:2]
    oldest.removed_at = timezone.now()
    oldest.save()
    second.begun_from, second.is_arm = oldest, False
    second.save()
    second.choices = {"swirl": "never"}
    second.save()
    account.habits = {"yeast_in": "rehydrate"}
    account.found_off = ["losses"]
    account.save()
    # Begun, and nothing planned yet.
    begin_with(account, "Later", {"pours": []}, None)
    return account


def bring(call, raw):
    answer = call.client.post("/api/kitchen/import", {"file": SimpleUploadedFile("k.zip", raw)})
    return answer.status_code, answer.json()


def changed(raw, name, change):
    """The zip with one of its documents changed; None takes it out."""
    out = io.BytesIO()
    with zipfile.ZipFile(io.BytesIO(raw)) as before, zipfile.ZipFile(out, "w") as after:
        for entry in before.infolist():
            data = before.read(entry)
            if entry.filename != name:
                after.writestr(entry, data)
            elif change is not None:
                after.writestr(entry, json.dumps(change(json.loads(data))))
    return out.getvalue()


def test_a_kitchen_comes_out_again_byte_for_byte(demo, other_account, other_call):
    raw = pack_up(demo)
    status, done = bring(other_call, raw)
    assert status == 200, done
    assert done == {
        "products": demo.products.filter(removed_at=None).count(),
        "known": 0,
        "vessels": 1,
        "jugs": demo.jugs.count(),
    }
    again = other_call.client.get("/api/kitchen/export.zip").content
    names = [zipfile.ZipFile(io.BytesIO(each)).namelist() for each in (raw, again)]
    assert names[0] == names[1]
    for name in names[0]:
        before, after = (zipfile.ZipFile(io.BytesIO(each)).read(name) for each in (raw, again))
        assert after == before, name
    assert again == raw
    other = other_account
    assert not outworn(other.jugs.all()).exists()
    other.refresh_from_db()
    assert other.habits == {"yeast_in": "rehydrate"}
    assert other.found_off == ["losses"]
    assert other.jugs.get(number=2).choices == {"swirl": "never"}
    assert other.empties.count() == 3
    assert other.jugs.get(number=1).removed_at is not None
    assert other.jugs.get(number=2).begun_from == other.jugs.get(number=1)


def test_beside_what_is_there_nothing_is_doubled_or_renumbered(demo, other_account, other_call):
    raw = pack_up(demo)
    assert bring(other_call, raw)[0] == 200
    status, done = bring(other_call, raw)
    assert status == 200
    assert (done["products"], done["vessels"]) == (0, 0)
    other = other_account
    numbers = list(other.jugs.order_by("number").values_list("number", flat=True))
    assert numbers == list(range(1, 2 * demo.jugs.count() + 1))


def test_photographs_travel_with_the_log_that_shows_them(demo, other_account, other_call):
    jug = demo.jugs.get(name="Plum & white grape")
    hidden, shown = (keep_picture(jug, photographed((600, 400))) for _ in range(2))
    what = {"chips": ["hazy"], "pictures": [str(shown.id)]}
    write(JugState.load(jug), demo, [Step("noticed", what, timezone.now())])
    raw = pack_up(demo)
    assert f"pictures/{jug.number:04d}-2.jpg" in zipfile.ZipFile(io.BytesIO(raw)).namelist()
    assert bring(other_call, raw)[0] == 200
    other = other_account.jugs.get(name="Plum & white grape")
    (kept,) = other.pictures.all()
    event = other.events.get(kind="noticed", what__has_key="pictures")
    assert event.what["pictures"] == [str(kept.id)]
    assert str(hidden.id) not in event.what["pictures"]


def test_habits_and_bottles_of_ones_own_stay(demo, other_account, other_call):
    other_account.habits = {"yeast_in": "sprinkle"}
    other_account.save()
    begin_with(other_account, "Mine", {"pours": []}, None)
    other_account.empties.create(size_ml=750, bottle="wine_bottle", closure="cork", count=2)
    assert bring(other_call, pack_up(demo))[0] == 200
    other_account.refresh_from_db()
    assert other_account.habits == {"yeast_in": "sprinkle"}
    assert other_account.found_off == []
    assert other_account.empties.get(size_ml=750).count == 2


def test_the_schema_says_what_is_in_it(demo):
    with zipfile.ZipFile(io.BytesIO(pack_up(demo))) as archive:
        kitchen = json.loads(archive.read("kitchen.json"))
    Draft202012Validator(SCHEMA).validate(kitchen)
    with pytest.raises(Exception, match="version"):
        Draft202012Validator(SCHEMA).validate({**kitchen, "version": 2})


def wrong_plan(file):
    file = file["jugs"][0] if "jugs" in file else file
    return {**file, "plan": {**file["plan"], "pours": [{"name": "x", "kind": "stone"}]}}


@pytest.mark.parametrize(
    ("name", "change", "at"),
    [
        ("kitchen.json", None, "kitchen.json"),
        ("kitchen.json", lambda data: {**data, "version": 2}, "kitchen.json"),
        ("kitchen.json", lambda data: {**data, "vessels": [{"name": "x"}]}, "vessels[0]"),
        ("kitchen.json", lambda data: {**data, "files": {}}, "files"),
        ("kitchen.json", lambda data: {**data, "habits": {"yeast_in": "thrown"}}, "habits"),
        (
            "kitchen.json",
            lambda data: {**data, "bottles": [{**data["bottles"][0], "bottle": "vase"}]},
            "bottles[0]",
        ),
        ("shelf.json", lambda data: {"products": [{"product_name": "x"}]}, "shelf.json"),
        ("jugs/0001.json", None, "jugs/0001.json"),
        ("jugs/0001.json", wrong_plan, "jugs/0001.json: plan.pours[0]"),
    ],
)
def test_what_is_wrong_is_told_by_its_place_and_nothing_comes_in(
    demo, other_account, other_call, name, change, at
):
    status, problem = bring(other_call, changed(pack_up(demo), name, change))
    assert status == 422
    assert at in problem["errors"][0]["at"]
    other = other_account
    assert not other.jugs.exists()
    assert not other.products.exists()
    assert not other.vessels.exists()


def test_a_bomb_and_a_letter_are_no_kitchens(other_call):
    bomb = io.BytesIO()
    with zipfile.ZipFile(bomb, "w", zipfile.ZIP_DEFLATED) as archive:
        archive.writestr("kitchen.json", b"0" * 201_000_000)
    for raw, words in ((bomb.getvalue(), "more than any kitchen"), (b"Dear Ida", "no kitchen")):
        status, problem = bring(other_call, raw)
        assert status == 422
        assert words in problem["errors"][0]["text"]


def test_only_ones_own_kitchen_goes_out(demo, call, client):
    with zipfile.ZipFile(io.BytesIO(call.client.get("/api/kitchen/export.zip").content)) as mine:
        assert json.loads(mine.read("shelf.json")) == {"products": []}
    assert client.get("/api/kitchen/export.zip").status_code == 401


def test_a_broken_zip_is_no_kitchen_and_no_fault_of_ours(demo, other_call):
    raw = bytearray(pack_up(demo))
    middle = len(raw) // 3
    raw[middle : middle + 200] = bytes(200)
    status, problem = bring(other_call, bytes(raw))
    assert status == 422
    assert "no kitchen" in problem["errors"][0]["text"]


def with_a_name_that_is_no_utf8(raw):
    out = io.BytesIO()
    with zipfile.ZipFile(io.BytesIO(raw)) as before, zipfile.ZipFile(out, "w") as after:
        for entry in before.infolist():
            after.writestr(entry.filename, before.read(entry))
        after.writestr("ä.json", b"{}")
    # Its name says it is UTF-8, in the file's own header and in the directory.
    return out.getvalue().replace("ä".encode(), b"\xff\xff")


def with_a_directory_past_its_end(raw):
    end = raw.rindex(b"PK\x05\x06")
    return raw[: end + 16] + (len(raw) + 1000).to_bytes(4, "little") + raw[end + 20 :]


@pytest.mark.parametrize("spoil", [with_a_name_that_is_no_utf8, with_a_directory_past_its_end])
def test_a_zip_that_lies_of_itself_is_no_kitchen(demo, other_call, spoil):
    status, problem = bring(other_call, spoil(pack_up(demo)))
    assert (status, "no kitchen" in problem["errors"][0]["text"]) == (422, True)


@pytest.mark.parametrize("odd", [b'"\\ud800"', b'"a\\u0000"', b"NaN", b"1e999"])
@pytest.mark.parametrize("document", ["kitchen.json", "shelf.json"])
def test_what_comes_in_a_zip_is_read_as_strictly_as_what_is_sent(demo, other_call, document, odd):
    out = io.BytesIO()
    with zipfile.ZipFile(io.BytesIO(pack_up(demo))) as before, zipfile.ZipFile(out, "w") as after:
        for entry in before.infolist():
            data = before.read(entry)
            if entry.filename == document:
                data = data.rstrip()[:-1] + b', "more": ' + odd + b"}"
            after.writestr(entry, data)
    status, problem = bring(other_call, out.getvalue())
    assert (status, problem["errors"][0]["at"].split(".json")[0]) == (422, document.split(".")[0])


def test_without_settings_ones_own_stand(demo, other_account, other_call):
    other_account.currency = "EUR"
    other_account.save()
    bare = changed(pack_up(demo), "kitchen.json", lambda data: {**data, "settings": None})
    assert bring(other_call, bare)[0] == 200
    other_account.refresh_from_db()
    assert other_account.currency == "EUR"
