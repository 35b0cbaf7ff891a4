"""Photographs of labels drawn at random, by the reader of letters that ships with the extra: held
askew, from the side, round a bottle, in the dark, with a lamp on it."""

import secrets

from core.pack.photographed import read_print
from launch.labels import photographed
from server.shelf.letters import LETTERS
from simulated.photographs import photograph

PICTURES = 60


def test_photographs_are_read_or_asked_about_and_hardly_ever_wrong():
    """Ways and languages in turn, so that each meets each. Which letters a camera sees is beyond
    any rule of ours, so no figure of a photograph counts before it was confirmed beside its piece
    of the picture: hardly ever wrong is what is asked here."""
    first = secrets.randbelow(10**6)
    by_way = photographed(range(first, first + PICTURES))
    told = (f"from seed {first} on", {way: dict(counts) for way, counts in by_way.items()})

    def count(what):
        return sum(counts[what] for counts in by_way.values())

    assert count("sugars wrong") <= 1, told
    assert count("preservatives missed") <= 1, told
    assert count("preservatives alarm") <= 1, told
    assert count("sugars right") >= 0.85 * PICTURES, told


def test_a_line_too_long_for_the_reader_of_letters_is_read_in_two():
    printed, picture = photograph(123060, "en", "straight")
    line = "Nutrition per 100 g: Energy 1343 kJ / 316 kcal"
    assert line in printed.text
    assert line in read_print(LETTERS.pieces(picture)).text
