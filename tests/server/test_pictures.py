"""Photographs of a jug: made anew, without a place, and nobody else's."""

import io

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from PIL import Image

from server.jugs.models import Picture
from tests.server.conftest import JUG

pytestmark = pytest.mark.django_db


def photographed(size=(2400, 1200)):
    """A JPEG as a phone makes it: on its side, with the place where it was taken."""
    picture = Image.new("RGB", size, "brown")
    exif = picture.getexif()
    exif[0x0112] = 6
    exif.get_ifd(0x8825).update({1: "N", 2: (50.0, 16.0, 0.0), 3: "W", 4: (5.0, 3.0, 0.0)})
    exif[0x010F] = "A camera"
    made = io.BytesIO()
    picture.save(made, "JPEG", exif=exif)
    return made.getvalue()


def sent(client, jug, raw):
    file = SimpleUploadedFile("jug.jpg", raw, "image/jpeg")
    return client.post(f"/api/jugs/{jug['id']}/pictures", {"picture": file})


def test_it_is_kept_upright_small_and_without_its_place(call, planned):
    assert b"A camera" in photographed()
    answer = sent(call.client, planned, photographed())
    assert answer.status_code == 200, answer.content
    shown = call.client.get(f"/api/jugs/{planned['id']}/pictures/{answer.json()['id']}")
    assert shown["Content-Type"] == "image/jpeg"
    kept = Image.open(io.BytesIO(shown.content))
    # Turned by the camera's own mark, and no longer than 1600 a side.
    assert kept.size == (800, 1600)
    assert dict(kept.getexif()) == {}
    assert b"A camera" not in shown.content


def test_it_is_nobody_elses(call, other_call, planned):
    key = sent(call.client, planned, photographed()).json()["id"]
    assert other_call.client.get(f"/api/jugs/{planned['id']}/pictures/{key}").status_code == 404
    assert sent(other_call.client, planned, photographed()).status_code == 404
    theirs = other_call.ok("POST", "jugs", JUG)
    body = {"kind": "noticed", "what": {"pictures": [key]}}
    status, data = other_call("POST", f"jugs/{theirs['id']}/events", body)
    assert (status, data["errors"][0]["at"]) == (422, "what.pictures")


def test_what_is_no_picture_is_refused(call, planned):
    answer = sent(call.client, planned, b"GIF89a and no more")
    assert answer.status_code == 422
    assert Picture.objects.count() == 0
