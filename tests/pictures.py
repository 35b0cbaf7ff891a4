"""Pictures drawn for the tests: labels, and barcodes by the reader's own writer."""

import io

import zxingcpp
from PIL import Image, ImageDraw, ImageFont

LABEL = (
    ("Plum juice 1 L", ""),
    ("Typical values per 100 ml", ""),
    ("Energy", "190 kJ / 45 kcal"),
    ("Carbohydrate", "10.9 g"),
    ("of which sugars", "10.4 g"),
    ("Ingredients: plum juice from concentrate", ""),
)


def drawn(lines: tuple[tuple[str, str], ...] = LABEL) -> Image.Image:
    """A label in dark letters on white, names left and figures right."""
    picture = Image.new("RGB", (900, 60 + 70 * len(lines)), "white")
    pen, letters = ImageDraw.Draw(picture), ImageFont.load_default(34)
    for row, (name, figure) in enumerate(lines):
        pen.text((40, 40 + 70 * row), name, font=letters, fill="black")
        pen.text((520, 40 + 70 * row), figure, font=letters, fill="black")
    return picture


def barcode(code: str) -> Image.Image:
    """An EAN-13 as printed on a carton."""
    image = zxingcpp.create_barcode(code, zxingcpp.BarcodeFormat.EAN13).to_image(scale=4)
    bars = Image.fromarray(image).convert("RGB")
    carton = Image.new("RGB", (bars.width + 200, bars.height + 200), "white")
    carton.paste(bars, (100, 100))
    return carton


def saved(picture: Image.Image, kind: str = "JPEG", **more: object) -> bytes:
    """The file a camera would have made."""
    out = io.BytesIO()
    picture.save(out, kind, **more)
    return out.getvalue()
