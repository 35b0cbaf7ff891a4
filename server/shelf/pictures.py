"""Pictures that people send: opened with care, turned upright, and no larger than is useful."""

import io
import warnings
from threading import Semaphore

from PIL import Image, ImageOps, UnidentifiedImageError

from core.errors import JobError

MOST_BYTES = 12_000_000
# What is decoded whole; a JPEG is decoded small, and a phone's are large.
_MOST_PIXELS, _MOST_JPEG_PIXELS = 25_000_000, 120_000_000
# One at a time in a process, so that a crowd of pictures holds the memory of one.
_ONE_AT_A_TIME = Semaphore(1)
_LONGEST_SIDE = 2200
_FORMATS = ("JPEG", "PNG", "WEBP", "GIF", "BMP")


def opened(raw: bytes) -> Image.Image:
    """The picture upright, in colour, at most 2200 pixels a side. Raises JobError for none."""
    if len(raw) > MOST_BYTES:
        raise JobError(
            f"That picture is {len(raw) / 1e6:.0f} MB: send one of at most 12 MB, a phone's"
            " ordinary size.",
            "picture",
        )
    try:
        with _ONE_AT_A_TIME:
            return _decoded(raw)
    except JobError:
        raise
    except (
        UnidentifiedImageError,
        Image.DecompressionBombError,
        OSError,
        ValueError,
        SyntaxError,
        Warning,
    ) as error:
        raise JobError(
            "That is not a picture this can open: send a JPEG, PNG or WebP.", "picture"
        ) from error


def _decoded(raw: bytes) -> Image.Image:
    with warnings.catch_warnings():
        # Its own limit is ours, and is looked at before anything is decoded.
        warnings.simplefilter("ignore", Image.DecompressionBombWarning)
        picture = Image.open(io.BytesIO(raw), formats=_FORMATS)
    most = _MOST_JPEG_PIXELS if picture.format == "JPEG" else _MOST_PIXELS
    if picture.width * picture.height > most:
        raise JobError(
            f"That picture has {picture.width * picture.height / 1e6:.0f} million pixels: send one"
            f" of at most {most / 1e6:.0f}.",
            "picture",
        )
    if max(picture.size) > _LONGEST_SIDE * min(picture.size):
        raise JobError("That picture is a line: send a photograph of the label.", "picture")
    picture.draft("RGB", (_LONGEST_SIDE, _LONGEST_SIDE))
    picture.load()
    upright = ImageOps.exif_transpose(picture).convert("RGB")
    upright.thumbnail((_LONGEST_SIDE, _LONGEST_SIDE))
    return upright
