"""The reader on labels drawn at random from parts, anew each time: what it scores is what it would
on labels nobody has seen."""

import re

import pytest

from core.pack.additives import fold
from core.pack.reader import read_label_text
from launch.labels import preservatives, score, sugars
from simulated.labels import LANGUAGES, label

EACH = 60


@pytest.mark.parametrize("language", LANGUAGES)
def test_unseen_labels_are_read_or_asked_about_and_never_wrong_as_sure(language):
    first = 31_000
    counts = score(range(first, first + EACH), [language])[language]
    told = (f"from seed {first} on", dict(counts))
    assert counts["sugars right"] >= 0.9 * EACH, told
    assert counts["sugars wrong"] == 0, told
    assert counts["preservatives missed"] == 0, told
    assert counts["preservatives alarm"] <= 0.01 * EACH, told


def layouts():
    """A label of every language, way to set its table, order of its columns, list above or below
    it, and with or without sugar in that."""
    found = {}
    for seed in range(300):
        for language in LANGUAGES:
            printed = label(seed, language)
            text = fold(printed.text)
            listed = re.search(r"ingred|zutat", text)
            table = re.search(r"(?:energ|calories|valor energ)", text)
            above = listed and listed.start() < table.start()
            sweetened = bool(re.search(r"(?:, |: )(?:sugar|zucker|sucre|azucar),", text))
            key = (language, printed.layout, printed.columns, bool(above), sweetened)
            found.setdefault(key, printed)
    return found


def test_every_layout_is_read_nineteen_times_in_twenty():
    found = layouts()
    assert len(found) >= 150
    read = [sugars(printed, read_label_text(printed.text)) for printed in found.values()]
    assert read.count("right") >= 0.95 * len(read)
    assert "wrong" not in read


def test_what_the_score_counts_as_wrong():
    """The measure itself: a figure of another column is wrong, a question is not."""
    printed = label(0, "us")
    wrong = read_label_text("Per 100 ml: sugars 99 g")
    assert sugars(printed, wrong) == "wrong"
    assert sugars(printed, read_label_text("Just words.")) == "asked"
    stops = next(p for p in (label(n, "en") for n in range(50)) if p.verdict == "will_not_ferment")
    clean = next(p for p in (label(n, "en") for n in range(50)) if p.verdict == "ferments")
    assert preservatives(stops, read_label_text("Ingredients: juice.")) == "missed"
    assert preservatives(clean, read_label_text("Ingredients: juice, E202.")) == "alarm"
