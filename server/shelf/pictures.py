"""Pictures that people send: opened with care, turned upright, and no larger than is useful."""

import io
import warnings

from PIL import Image, ImageOps, UnidentifiedImageError

from core.errors import JobError

MOST_BYTES = 12_000_000
_MOST_PIXELS = 60_000_000
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
        with warnings.catch_warnings():
            warnings.simplefilter("error", Image.DecompressionBombWarning)
            picture = Image.open(io.BytesIO(raw), formats=_FORMATS)
            if picture.width * picture.height > _MOST_PIXELS:
                raise JobError("That picture has too many pixels: send a smaller one.", "picture")
            picture.load()
    except (UnidentifiedImageError, OSError, ValueError, SyntaxError, Warning) as error:
        raise JobError(
            "That is not a picture this can open: send a JPEG, PNG or WebP.", "picture"
        ) from error
    upright = ImageOps.exif_transpose(picture).convert("RGB")
    upright.thumbnail((_LONGEST_SIDE, _LONGEST_SIDE))
    return upright
