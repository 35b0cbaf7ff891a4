"""Keep a photograph of a jug, upright, small, and without where it was taken."""

import io

from core.errors import JobError
from server.config.limits import MOST_PICTURES
from server.jugs.models import Jug, Picture
from server.shelf.pictures import opened

_LONGEST_SIDE = 1600
_QUALITY = 82


def keep_picture(jug: Jug, raw: bytes) -> Picture:
    """A photograph made anew from its pixels alone: what a camera writes beside them, the place
    among it, is not kept. Raises JobError for no picture, or one too many."""
    if jug.pictures.count() >= MOST_PICTURES:
        raise JobError(f"A jug keeps {MOST_PICTURES} photographs.", "picture")
    picture = opened(raw)
    picture.thumbnail((_LONGEST_SIDE, _LONGEST_SIDE))
    made = io.BytesIO()
    picture.save(made, "JPEG", quality=_QUALITY)
    return Picture.objects.create(jug=jug, image=made.getvalue())


def check_pictures(jug: Jug, what: dict[str, object]) -> None:
    """Raises JobError where an event shows a photograph that is not this jug's."""
    shown = what.get("pictures") or []
    if not isinstance(shown, list) or not shown:
        return
    own = {str(key) for key in jug.pictures.values_list("id", flat=True)}
    if not all(isinstance(key, str) and key in own for key in shown):
        raise JobError("There is no such photograph of this jug.", "what.pictures")
