"""Print put into lines, whichever way the label was held."""

import math

import pytest

from core.pack.print_lines import Piece, print_lines, slope

TABLE = [
    (0, 0, "Nutrition"), (300, 0, "per 100 ml"), (500, 0, "per glass"),
    (0, 40, "Energy"), (300, 40, "190 kJ"), (500, 40, "380 kJ"),
    (0, 80, "of which sugars"), (300, 80, "10.4 g"), (500, 80, "20.8 g"),
]  # fmt: skip
READ = [
    "Nutrition   per 100 ml   per glass",
    "Energy   190 kJ   380 kJ",
    "of which sugars   10.4 g   20.8 g",
]


def piece(x, y, text, place=lambda x, y: (x, y)):
    wide, high = 12 * len(text), 24
    corners = [(x, y), (x + wide, y), (x + wide, y + high), (x, y + high)]
    return Piece(text, tuple(place(*corner) for corner in corners))


def turned(degrees):
    cos, sin = math.cos(math.radians(degrees)), math.sin(math.radians(degrees))
    return lambda x, y: (1000 + x * cos - y * sin, 1000 + x * sin + y * cos)


def texts(pieces):
    return [line.text for line in print_lines(pieces)]


@pytest.mark.parametrize("degrees", [0, 2, -2, 8, -8, 20, -20])
def test_a_label_held_askew_is_read_in_its_own_lines(degrees):
    pieces = [piece(*each, turned(degrees)) for each in TABLE]
    assert texts(pieces) == READ
    assert math.degrees(slope(pieces)) == pytest.approx(degrees, abs=0.01)


@pytest.mark.parametrize("much", [0.05, 0.1])
def test_one_seen_from_the_side_too(much):
    """Lines that run together to the far end."""
    pieces = [piece(*each, lambda x, y: (x, y * (1 - much * x / 600))) for each in TABLE]
    assert texts(pieces) == READ


@pytest.mark.parametrize("deep", [10, 30])
def test_one_wound_round_a_bottle_too(deep):
    pieces = [piece(*each, lambda x, y: (x, y + deep * (1 - (x / 300 - 1) ** 2))) for each in TABLE]
    assert texts(pieces) == READ


def test_two_texts_beside_each_other_are_read_one_after_the_other():
    left = ["Pear juice from", "concentrate, with", "nothing added to", "what the fruit had"]
    right = ["Energy 190 kJ", "Carbohydrate 11 g", "of which sugars 10 g", "Protein 0 g"]
    pieces = [piece(0, 40 * n, text) for n, text in enumerate(left)]
    pieces += [piece(400, 40 * n, text) for n, text in enumerate(right)]
    assert texts(pieces) == left + right
    # Names and their figures are one text.
    names = [piece(0, 40 * n, text) for n, text in enumerate(left)]
    figures = [piece(400, 40 * n, f"{n}.5 g") for n in range(4)]
    assert texts(names + figures) == [f"{text}   {n}.5 g" for n, text in enumerate(left)]


def test_nothing_is_no_line():
    assert print_lines([]) == []
