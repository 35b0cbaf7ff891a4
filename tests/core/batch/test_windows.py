"""When bottles are ready and at their best. Common practice throughout: no published source."""

from datetime import UTC, datetime, timedelta

import pytest

from core.batch.windows import Shelved, Window, cellar_says, window
from core.bottle.label import label_lines
from core.bottle.label_sheets import SHEETS, sheet_of
from core.errors import JobError

FILLED = datetime(2026, 11, 14, tzinfo=UTC)


def days(found):
    return (found.ready - FILLED).days, (found.best_until - FILLED).days


@pytest.mark.parametrize(
    ("abv", "fizzy", "paused", "choices", "expected"),
    [
        (12, False, False, {}, (90, 730)),
        (12, True, False, {}, (14, 730)),
        (10.9, False, False, {}, (90, 540)),
        (8, True, False, {}, (14, 365)),
        (5, True, False, {}, (14, 270)),
        (5, True, True, {}, (0, 14)),
        (12, False, False, {"age": "now"}, (0, 730)),
        (5, False, False, {"age": "years"}, (365, 425)),
    ],
)
def test_light_ones_fade_first(abv, fizzy, paused, choices, expected):
    assert days(window(FILLED, abv, fizzy, paused, choices)) == expected


def test_how_it_stands():
    found = Window(FILLED + timedelta(days=14), FILLED + timedelta(days=270))
    at = {"wait": 13, "ready": 209, "soon": 210, "past": 271}
    for standing, day in at.items():
        assert found.standing(FILLED + timedelta(days=day)) == standing
    assert found.standing(FILLED + timedelta(days=270)) == "soon"


def test_the_cellar_in_a_sentence():
    young = Shelved("Plum", 3, window(FILLED, 12, False, False, {}))
    light = Shelved("Elderflower", 9, window(FILLED, 5, True, False, {}))
    gone = Shelved("Gone", 0, window(FILLED, 5, True, True, {}))

    def on(day, *lots):
        return cellar_says(lots, FILLED + timedelta(days=day))

    assert on(1, young, light) == "12 bottles. None is ready before 28 November."
    assert on(120, young, light) == "12 bottles. None of them is in a hurry."
    assert on(215, young, light) == "12 bottles. Drink the Elderflower first: it fades."
    assert on(300, young, light, gone).endswith("Elderflower is past its best: drink it first.")
    assert on(1, gone) == "No bottles yet."
    assert on(1, Shelved("One", 1, young.window)).startswith("1 bottle. ")
    last = Shelved("Quince", 1, young.window)
    assert on(120, young, light, last).endswith("in a hurry. The last of Quince is left.")
    # Two sizes of one batch are one batch.
    assert "last" not in on(120, young, last, last)
    many = [Shelved(f"Jug {n}", 1, young.window) for n in range(3)]
    assert on(120, young, *many).endswith("3 batches are down to their last bottle.")


def test_a_label_names_what_has_to_be_named():
    # Allergens as Regulation (EU) 1169/2011 Annex II lists them.
    said = label_lines(("contains_sulphites", "fish", "xylitol", "against_advice"), "for tonight")
    assert said == (
        "Contains sulphites.",
        "Contains fish.",
        "Sweetened with xylitol: poisonous to dogs.",
        "Closed against advice: for tonight",
    )
    assert label_lines(()) == ()


def test_label_sheets_lie_on_the_page():
    for sheet in SHEETS.values():
        assert 2 * sheet.left_mm + sheet.across * sheet.width_mm <= 210.1
        assert sheet.top_mm + sheet.down * sheet.height_mm <= 297
    assert {sheet.per_page for sheet in SHEETS.values()} == {2, 4, 8, 10, 14, 21, 24}
    with pytest.raises(JobError):
        sheet_of(9)
