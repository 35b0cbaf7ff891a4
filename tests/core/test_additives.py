import csv
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

import core
from core.errors import JobError
from core.pack.additives import EFFECTS, additives, fold, read_ingredients


def found(text):
    return [f.additive.e_number or f.additive.name for f in read_ingredients(text).findings]


def test_every_row_has_a_source_a_reason_and_known_effects():
    table = list(csv.DictReader((Path(core.__file__).parent / "data" / "additives.csv").open()))
    assert len(table) >= 90
    assert all(row["source"] for row in table)
    assert len({row["e_number"] for row in table if row["e_number"]}) == sum(
        bool(row["e_number"]) for row in table
    )
    for additive in additives():
        assert additive.reason.endswith(".")
        assert set(additive.effects) <= set(EFFECTS)
        if {"stops_yeast", "hard_on_yeast"} & set(additive.effects):
            assert additive.workaround


@pytest.mark.parametrize(
    ("text", "numbers"),
    [
        ("preservative (potassium sorbate)", ["E202"]),
        ("Potassium  Sorbate", ["E202"]),
        ("Preservatives: E202, E211", ["E202", "E211"]),
        ("preservatives (202, 211)", ["E202", "E211"]),
        ("preservative 223", ["E223"]),
        ("INS 211", ["E211"]),
        ("Pot. sorbate", ["E202"]),
        ("preserved with sorbates and benzoates", ["E202", "E211"]),
        ("E 202", ["E202"]),
        ("E-202", ["E202"]),
        ("e150d", ["E150"]),
        ("E500(ii)", ["E500"]),
        ("acid (E330), acidity regulator (sodium citrates)", ["E330", "E331"]),
        ("sweeteners: acesulfame K, sucralose, steviol glycosides", ["E950", "E955", "E960"]),
        ("stabiliser (cellulose gum), xanthan gum", ["E466", "E415"]),
        ("sorbato potásico", ["E202"]),
        ("SORBATO POTASICO", ["E202"]),
        ("conservateur : sorbate de potassium", ["E202"]),
        ("acide sorbique", ["E200"]),
        ("Konservierungsstoff: Natriumbenzoat", ["E211"]),
        ("Sorbinsäure", ["E200"]),
        ("metabisulfito de potasio", ["E224"]),
        ("Kaliummetabisulfit", ["E224"]),
        ("dimethyl dicarbonate", ["E242"]),
        ("SULPHUR DIOXIDE", ["E220"]),
    ],
)
def test_names_and_numbers(text, numbers):
    assert found(text) == numbers


@pytest.mark.parametrize(
    "text",
    [
        "Pear juice from concentrate (99.9 %)",
        "No preservatives",
        "no added sulphites",
        "Free from preservatives and colours",
        "Contains no potassium sorbate",
        "no sorbates",
        "polysorbate 80",
        "sulphite-free",
        "without added preservatives",
        "ohne Konservierungsstoffe",
        "sans conservateur",
        "sin conservantes",
        "Batch E2021, 202 ml, best before 211 days",
        "",
    ],
)
def test_what_is_not_there_is_not_found(text):
    reading = read_ingredients(text)
    assert reading.findings == ()
    assert reading.verdict == "ferments"


@pytest.mark.parametrize(
    ("text", "verdict"),
    [
        ("Water, sugar, potassium sorbate, sulphites", "will_not_ferment"),
        ("Grape juice, sulphites", "hard"),
        ("Contains preservatives", "hard"),
        ("Water, E330, sucralose, pectin", "ferments"),
        ("Juice. No added sugar. Preservative: sodium benzoate", "will_not_ferment"),
    ],
)
def test_verdicts_with_their_reason(text, verdict):
    reading = read_ingredients(text)
    assert reading.verdict == verdict
    assert reading.sentence.count(".") >= (2 if verdict != "ferments" else 1)


def test_a_finding_stands_where_it_stands_in_the_text():
    text = "Eau, Kaliumsorbat, ácido sórbico; sulfites"
    for finding in read_ingredients(text).findings:
        assert fold(text[finding.start : finding.end]) in {
            "kaliumsorbat",
            "acido sorbico",
            "sulfites",
        }


def test_what_stays_sweet_clouds_or_is_an_allergen_is_told():
    effects = {
        effect
        for finding in read_ingredients("aspartame, pectin, soya lecithin, whey").findings
        for effect in finding.additive.effects
    }
    assert effects == {"stays_sweet", "hazy", "allergen"}


@given(st.text(max_size=300))
def test_any_text_is_read(text):
    reading = read_ingredients(text)
    assert len(fold(text)) == len(text)
    places = [(f.start, f.end) for f in reading.findings]
    assert all(0 <= start < end <= len(text) for start, end in places)


def test_too_much_text():
    with pytest.raises(JobError, match="more than a label holds"):
        read_ingredients("x" * 1_000_000)
