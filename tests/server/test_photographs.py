"""Photographs of labels drawn at random, by the reader of letters that ships with the extra: held
askew, from the side, round a bottle, in the dark, with a lamp on it."""

from core.pack.photographed import read_print
from launch.labels import photographed
from server.shelf.actions.judge import judged_by
from server.shelf.letters import LETTERS
from simulated.photographs import photograph

PICTURES = 60


def test_unseen_photographs_are_read_or_asked_about_and_never_wrong_as_sure():
    """Ways and languages in turn, so that each meets each; others with every change of the rules,
    so that no rule is made for them. Once in hundreds of pictures a letter is lost that no rule
    can miss: no figure of a photograph counts before it was confirmed beside its piece of it."""
    first = int(judged_by(), 16) % 10**6
    by_way = photographed(range(first, first + PICTURES))
    told = (f"from seed {first} on", {way: dict(counts) for way, counts in by_way.items()})

    def count(what):
        return sum(counts[what] for counts in by_way.values())

    assert count("sugars right") >= 0.9 * PICTURES, told
    assert count("sugars wrong") == 0, told
    assert count("preservatives missed") == 0, told
    assert count("preservatives alarm") == 0, told


def test_a_line_too_long_for_the_reader_of_letters_is_read_in_two():
    printed, picture = photograph(123060, "en", "straight")
    line = "Nutrition per 100 g: Energy 1343 kJ / 316 kcal"
    assert line in printed.text
    assert line in read_print(LETTERS.pieces(picture)).text


def test_a_short_cell_is_not_read_standing_on_its_head():
    _, picture = photograph(777163, "fr", "turned")
    row = next(
        line for line in read_print(LETTERS.pieces(picture)).text.split("\n") if "14" in line
    )
    assert row.replace(" ", "").startswith("sucres9g")
