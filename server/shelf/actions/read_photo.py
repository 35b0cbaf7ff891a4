"""Read a photographed label, and cut out where each figure came from.

The reader of letters is an extra: without it the page says how to add it.
"""

import base64
import io
import math

from PIL import Image

from core.errors import JobError
from core.files.label_answer import answered
from core.pack.photographed import read_print
from core.pack.print_lines import PrintLine, slope
from server.shelf.letters import LETTERS
from server.shelf.pictures import opened
from server.shelf.schemas import CropOut, LabelReadingOut, PhotoOut

_MARGIN_PX = 6
# Less of a slope than this, in degrees, is level.
_LEVEL = 0.5


def read_photo(raw: bytes) -> PhotoOut:
    """The label's text, its reading, and a crop for each figure. Raises JobError."""
    picture = opened(raw)
    pieces = LETTERS.pieces(picture)
    read = read_print(pieces)
    if not read.lines:
        raise JobError(
            "No print can be read in it: closer, straight on, and without glare; or type the"
            " label instead.",
            "picture",
        )
    turned = slope(pieces)
    return PhotoOut(
        text=read.text,
        reading=LabelReadingOut.model_validate(answered(read.label)),
        crops=[
            CropOut(key=field.key, image=_crop(picture, read.line_at(field.start), turned))
            for field in read.label.fields.values()
        ],
    )


def _crop(picture: Image.Image, line: PrintLine, turned: float) -> str:
    """The line cut out, level as it would be read."""
    degrees = math.degrees(turned)
    level = picture.rotate(degrees, Image.Resampling.BICUBIC) if abs(degrees) > _LEVEL else picture
    cos, sin = math.cos(-turned), math.sin(-turned)
    x0, y0 = picture.width / 2, picture.height / 2
    corners = [corner for piece in line.pieces for corner in piece.corners]
    if level is not picture:
        corners = [
            (x0 + (x - x0) * cos - (y - y0) * sin, y0 + (x - x0) * sin + (y - y0) * cos)
            for x, y in corners
        ]
    xs, ys = zip(*corners, strict=True)
    box = (
        max(int(min(xs)) - _MARGIN_PX, 0),
        max(int(min(ys)) - _MARGIN_PX, 0),
        min(int(max(xs)) + _MARGIN_PX, picture.width),
        min(int(max(ys)) + _MARGIN_PX, picture.height),
    )
    out = io.BytesIO()
    level.crop(box).save(out, "PNG", optimize=True)
    return f"data:image/png;base64,{base64.b64encode(out.getvalue()).decode()}"
