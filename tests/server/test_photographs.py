"""Photographs of labels drawn at random, by the reader of letters that ships with the extra: held
askew, from the side, round a bottle, in the dark, with a lamp on it."""

from core.pack.photographed import read_print
from launch.labels import photographed
from server.shelf.letters import LETTERS
from simulated.photographs import taken
from tests.cases import many

# The same ones each time, so that a change elsewhere turns nothing red; others are drawn by
# ./amber labels --photographs.
FIRST, PICTURES = 0, many(8)


def test_unseen_photographs_are_read_or_asked_about_and_never_wrong_as_sure():
    """Ways and languages in turn, so that each meets each. Once in hundreds of pictures a letter is
    lost that no rule can miss: no figure of a photograph counts before it was confirmed beside its
    piece of it."""
    by_way = photographed(range(FIRST, FIRST + PICTURES))
    told = {way: dict(counts) for way, counts in by_way.items()}

    def count(what):
        return sum(counts[what] for counts in by_way.values())

    assert count("sugars right") >= 0.9 * PICTURES, told
    assert count("sugars wrong") == 0, told
    assert count("preservatives missed") == 0, told
    assert count("preservatives alarm") == 0, told


def test_a_short_cell_is_not_read_standing_on_its_head():
    told = """Casa Morel
Nectar de raisin blanc
1 Litre
Sans conservateur.
Sans pulpe.
INGRÉDIENTS : eau, sucre, jus de raisin blanc.
Déclaration nutritionnelle
par 100 ml | par portion de 150 ml | %AR* par verre
Énergie | 170 kJ / 40 kcal | 255 kJ / 60 kcal | 29%
Matières grasses | <0,5 g | <0,5 g | 26%
dont acides gras saturés | <0,1 g | <0,1 g | 6%
GLUCIDES | 10 g | 15 g | 1%
dont
sucres | 9 g | 14 g | 26%
Protéines | <0,5 g | <0,5 g | 11%
Sel | <0,01 g | <0,01 g | 11%"""
    text = read_print(LETTERS.pieces(taken(told, "777163/fr", "turned"))).text
    row = next(line for line in text.split("\n") if "14" in line)
    assert row.replace(" ", "").startswith("sucres9g")
