from decimal import Decimal

import pytest
from hypothesis import given
from hypothesis import strategies as st

from core.errors import JobError
from core.finish.sweetening import sugar_lifting_points
from core.must.mixing import Pour
from core.pack.additives import read_ingredients
from core.pack.declared import read_label
from core.pack.printed import number, read_pack, read_price_tag
from core.pack.reader import read_label_text
from core.shelf.facts import facts
from core.shelf.verdict import CODES, WORDS, preservatives, verdict


@pytest.mark.parametrize(
    ("text", "ml", "g", "count"),
    [
        ("1,5 l", 1500, None, None),
        ("75 cl", 750, None, None),
        ("3 x 1 L", 3000, None, None),
        ("6×200ml", 1200, None, None),
        ("12 fl oz (355 ml)", 355, None, None),
        ("454 g", None, 454, None),
        ("1.000 g", None, 1000, None),
        ("1.000 l", 1000, None, None),
        ("1 lb", None, 453.59237, None),
        ("100 caps", None, None, 100),
        ("50", None, None, 50),
    ],
)
def test_packs_as_they_are_printed(text, ml, g, count):
    size = read_pack(text)
    assert (size.ml, size.g, size.count) == (ml, g, count)
    assert size.sure


def test_an_ounce_of_some_country_is_not_sure():
    assert not read_pack("12 fl oz").sure


@pytest.mark.parametrize(
    ("text", "price"),
    [
        ("1.15", "1.15"), ("£1.60", "1.60"), ("99p", "0.99"), ("1,15 €", "1.15"), ("2 for £3", "1.50"),
        ("3 for 10", "3.33"), ("1.299,00 EUR", "1299.00"), ("€ 2,49", "2.49"), ("85 ct", "0.85"),
    ],
)  # fmt: skip
def test_prices_as_they_stand_on_the_shelf_edge(text, price):
    assert read_price_tag(text) == Decimal(price)


@pytest.mark.parametrize(
    "wrong",
    [
        lambda: read_pack("a big one"),
        lambda: read_pack("0"),
        lambda: read_price_tag("cheap"),
        lambda: read_price_tag("-1"),
        lambda: number("ten"),
        lambda: read_label_text("x" * 20_001),
    ],
)
def test_what_is_not_printed_like_that(wrong):
    with pytest.raises(JobError) as raised:
        wrong()
    assert raised.value.text.endswith(".")


@given(
    st.text(max_size=400)
    | st.lists(
        st.sampled_from(
            [
                "per",
                "100",
                "ml",
                "sugars",
                "10.4",
                "g",
                "%",
                "of",
                "which",
                ",",
                ".",
                "(",
                "/",
                "<",
                "kJ",
                "serving",
                "Zucker",
                "1",
                "+",
                "4",
                "dilute",
                "E211",
                "\n",
            ]
        ),
        max_size=60,
    ).map(" ".join)
)
def test_any_text_at_all_is_read_or_left_alone(text):
    reading = read_label_text(text)
    for field in reading.fields.values():
        assert 0 <= field.start <= field.end <= len(text)
    assert (reading.label is None) == bool(reading.why_not)


def juice(sugars, kind="juice"):
    return Pour("x", kind, fruit="blackcurrant", label=read_label(sugars, 100, "ml"))


def judged(pour, text=None):
    return verdict(pour, facts(pour, None), read_ingredients(text) if text is not None else None)


@pytest.mark.parametrize(
    ("pour", "text", "code"),
    [
        (juice("11.4"), "blackcurrant juice", "ferments"),
        # Not read is not none; a bag of sugar has no list.
        (juice("11.4"), None, "unread"),
        (Pour("Sugar", "sugar"), None, "ferments"),
        (juice("11.4"), "water, juice, E202", "will_not_ferment"),
        (juice("11.4"), "juice, E223", "hard"),
        (juice("4.4"), "water, juice", "thin"),
        (juice("60", "syrup"), "sugar, water", "wants_water"),
        (juice("0"), "water, sucralose", "no_sugar"),
        (Pour("Sugar", "sugar"), "", "ferments"),
        (Pour("Xylitol", "sugar", sugar="xylitol"), "", "no_sugar"),
    ],
)
def test_verdicts(pour, text, code):
    found = judged(pour, text)
    assert found.code == code
    assert found.word == WORDS[code]
    assert code in CODES


def test_a_preserved_cordial_says_what_it_is_good_for():
    found = judged(juice("44", "syrup"), "sugar, potassium sorbate, E223, sucralose")
    assert "stays sweet" in found.uses[1]
    # So much in a 75 cl bottle does bring the sugar that lifts ten points.
    ml = float(found.uses[0].split()[0])
    assert 440 * ml / (750 + ml) == pytest.approx(sugar_lifting_points(10), rel=0.02)
    assert preservatives(read_ingredients("potassium sorbate, E223, sucralose")) == (
        "potassium sorbate",
        "sodium metabisulphite",
    )
