"""Photographs of labels as phones take them: turned, aslant, wound round a bottle, in bad light.

A stand-in for a camera. Every draw comes from a seed.
"""

import random
import textwrap

from PIL import Image, ImageDraw, ImageEnhance, ImageFilter, ImageFont

from simulated.labels import Printed, label

WAYS = ("straight", "turned", "aslant", "curved", "dim", "glare")
_SIZE, _LINE, _MARGIN = 26, 44, 60
_WIDE, _FIRST_CELL, _CELL = 1180, 500, 330
_LETTERS_A_LINE = 58


def photograph(seed: int, language: str, way: str) -> tuple[Printed, Image.Image]:
    """The label of a seed, photographed in one of WAYS."""
    printed = label(seed, language)
    return printed, taken(printed.text, f"{seed}/{language}", way)


def taken(text: str, seed: str, way: str) -> Image.Image:
    """A label with this text, photographed in one of WAYS."""
    draw = random.Random(f"{seed}/{way}")  # noqa: S311 - not a secret
    picture = _drawn(text)
    match way:
        case "turned":
            picture = _turned(picture, draw.choice((-1, 1)) * draw.uniform(2, 20))
        case "aslant":
            picture = _turned(_aslant(picture, draw.uniform(0.04, 0.12)), draw.uniform(-5, 5))
        case "curved":
            picture = _curved(picture, draw.uniform(10, 30))
        case "dim":
            dim = ImageEnhance.Brightness(picture).enhance(draw.uniform(0.3, 0.5))
            picture = ImageEnhance.Contrast(dim).enhance(0.6).filter(ImageFilter.GaussianBlur(0.8))
        case "glare":
            picture = _glaring(picture, draw)
    return picture


def _drawn(text: str) -> Image.Image:
    lines = []
    for line in text.replace("\t", "  ").split("\n"):
        split = line.replace(" | ", "   ").split("  ")
        cells = [cell.strip(" .") for cell in split if cell.strip(" .")]
        if len(cells) > 1:
            lines.append(cells)
        else:
            lines += [[each] for each in textwrap.wrap(line, _LETTERS_A_LINE)]
    picture = Image.new("RGB", (_WIDE + 2 * _MARGIN, 2 * _MARGIN + _LINE * len(lines)), "#fbfaf6")
    pen, letters = ImageDraw.Draw(picture), ImageFont.load_default(_SIZE)
    for row, cells in enumerate(lines):
        y = _MARGIN + _LINE * row
        pen.text((_MARGIN, y), cells[0], font=letters, fill="#1b1b1b")
        for place, cell in enumerate(cells[1:]):
            pen.text((_MARGIN + _FIRST_CELL + _CELL * place, y), cell, font=letters, fill="#1b1b1b")
    return picture


def _turned(picture: Image.Image, degrees: float) -> Image.Image:
    return picture.rotate(degrees, Image.Resampling.BICUBIC, expand=True, fillcolor="#8a7f70")


def _aslant(picture: Image.Image, much: float) -> Image.Image:
    """Seen from one side: the far edge is shorter."""
    wide, high = picture.size
    near = much * high
    corners = (0, -near, 0, high + near, wide, high, wide, 0)
    return picture.transform(
        picture.size, Image.Transform.QUAD, corners, Image.Resampling.BICUBIC, fillcolor="#8a7f70"
    )


def _curved(picture: Image.Image, deep: float) -> Image.Image:
    """Wound round a bottle: the middle hangs lower than the sides."""
    wide, high = picture.size
    bent = Image.new("RGB", (wide, high + int(deep)), "#8a7f70")
    for x in range(wide):
        off = deep * (1 - (2 * x / wide - 1) ** 2)
        bent.paste(picture.crop((x, 0, x + 1, high)), (x, round(off)))
    return bent


def _glaring(picture: Image.Image, draw: random.Random) -> Image.Image:
    wide, high = picture.size
    light = Image.new("L", picture.size, 0)
    x, y, size = draw.uniform(0.2, 0.8) * wide, draw.uniform(0.1, 0.9) * high, draw.uniform(40, 80)
    ImageDraw.Draw(light).ellipse((x - 4 * size, y - size, x + 4 * size, y + size), fill=170)
    light = light.filter(ImageFilter.GaussianBlur(40))
    return Image.composite(Image.new("RGB", picture.size, "white"), picture, light)
