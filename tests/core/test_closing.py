"""May it be closed: the ceilings, and every reason to say no."""

import pytest

from core.bottle.closing import Contents, PrimedBy, closing, closure_of, label_says
from core.errors import JobError
from core.ferment.strength import SUGAR_PER_POINT_G_PER_L
from core.finish.holding import Stabilised, sorbic_needed_mg_per_l, unmet
from core.tables import CLOSURES

# Guide ceilings in total volumes, prudent side. Common practice: no published source.
CEILINGS = {
    ("wine_bottle", "cork"): 2.0,
    ("wine_bottle", "screw_cap"): 2.0,
    ("beer_bottle", "crown"): 2.5,
    ("beer_bottle_returnable", "crown"): 3.0,
    ("swing_top_rated", "swing"): 3.5,
    ("swing_top_decorative", "swing"): 0.0,
    ("pet_bottle", "screw_cap"): 4.0,
    ("sparkling_bottle", "wired"): 5.0,
    ("sparkling_bottle", "crown"): 5.0,
    ("jar", "any"): 0.0,
    ("jug", "any"): 0.0,
}


def at(volumes, bottle="beer_bottle", closure="crown", **contents):
    return closing(Contents(volumes, 0.0, **contents), closure_of(bottle, closure))


def test_every_kind_has_its_ceiling_and_a_vented_twin():
    assert {key: row.limit_volumes for key, row in CLOSURES.items() if key[1] != "vented"} == (
        CEILINGS
    )
    assert {key[0] for key in CLOSURES if key[1] == "vented"} == {key[0] for key in CEILINGS}
    assert all(row.limit_volumes is None for key, row in CLOSURES.items() if key[1] == "vented")


@pytest.mark.parametrize(("bottle", "closure"), [key for key, most in CEILINGS.items() if most])
def test_go_up_to_the_ceiling_and_not_a_hair_beyond(bottle, closure):
    limit = CEILINGS[bottle, closure]
    beyond = at(limit + 0.01, bottle, closure)
    assert beyond.word == "do_not"
    assert at(limit, bottle, closure).word == ("think" if bottle == "wine_bottle" else "go")


def test_a_cork_is_worth_a_thought_from_1_5_volumes():
    assert at(1.49, "wine_bottle", "cork").word == "go"
    assert at(1.5, "wine_bottle", "cork").word == "think"


def test_jars_and_jugs_are_never_closed_and_a_vent_always_may():
    assert at(0.3, "jar", "any").word == at(0.3, "jug", "any").word == "do_not"
    assert at(0.3, "swing_top_decorative", "swing").word == "do_not"
    sweet = closing(Contents(0.9, 80.0), closure_of("jug", "vented"))
    assert (sweet.word, sweet.limit_volumes) == ("go", None)


def test_a_still_bottle_is_never_primed():
    primed = closing(Contents(0.87, 0.0), closure_of("wine_bottle", "cork"), PrimedBy(0.5))
    assert primed.word == "do_not"
    assert "never primed" in primed.why


def test_the_worst_is_gas_priming_sugar_left_and_malic_acid():
    """1.977 g/L of CO2 a volume; sucrose gives at most 0.514 g/g, its third at the worst 3.8 g/L
    a volume, 4.0 as primed; malic acid 0.17 volume a g/L (44.01 / 134.09 / 1.977)."""
    judged = closing(
        Contents(0.87, 7.6, malic_g_per_l=3.0),
        closure_of("sparkling_bottle", "wired"),
        PrimedBy(8.0),
    )
    assert judged.worst_volumes == pytest.approx(0.87 + 7.6 / 3.8 + 8 / 3.8 + 0.17 * 3, abs=0.01)
    assert judged.expected_volumes == pytest.approx(0.87 + 8 / 4.0)
    assert pytest.approx(0.17, abs=0.005) == 44.01 / 134.09 / 1.977
    brewing = closing(
        Contents(0.87, 0.0),
        closure_of("sparkling_bottle", "wired"),
        PrimedBy(4.63, "glucose_monohydrate"),
    )
    assert brewing.expected_volumes == pytest.approx(1.87, abs=0.002)
    assert brewing.worst_volumes == pytest.approx(0.87 + 4.63 / 4.4, abs=0.002)


def test_ten_points_left_are_nearly_six_volumes():
    # 1.010 going to 1.000 in the bottle is 5.7 volumes. Source: common practice.
    from core.bottle.priming import volumes_at_worst

    assert volumes_at_worst(10 * SUGAR_PER_POINT_G_PER_L) == pytest.approx(5.7, abs=0.1)
    # Half a tablespoon, 6.3 g, in 33 cl is 19 g/L and 5 volumes more. Source: common practice.
    assert volumes_at_worst(6.3 / 0.33) == pytest.approx(5, abs=0.1)


def test_malic_acid_alone_makes_one_think_and_no_more():
    bottle = closure_of("beer_bottle", "crown")
    assert closing(Contents(2.3, 0.0, malic_g_per_l=3.0), bottle).word == "think"
    assert closing(Contents(2.3, 1.0, malic_g_per_l=3.0), bottle).word == "do_not"


def test_go_is_not_said_where_once_in_a_thousand_times_it_bursts():
    bottle = closure_of("beer_bottle", "crown")
    edge = 3.8 * (2.5 - 0.87)
    assert closing(Contents(0.87, 1.0, at_most_g_per_l=edge - 0.01), bottle).word == "go"
    seldom = closing(Contents(0.87, 1.0, at_most_g_per_l=edge + 0.01), bottle)
    assert (seldom.word, seldom.worst_volumes) == ("think", pytest.approx(0.87 + 1 / 3.8))
    # What is held is held, and malic acid has its own word.
    held = Contents(0.87, 1.0, held=True, at_most_g_per_l=edge + 9)
    assert closing(held, bottle).word == "go"
    sour = Contents(0.87, 1.0, malic_g_per_l=1.0, at_most_g_per_l=edge - 0.01)
    assert closing(sour, bottle).word == "go"


def test_the_way_out_says_how_much_priming_there_is_room_for():
    judged = closing(Contents(0.87, 1.3), closure_of("beer_bottle", "crown"), PrimedBy(9.0))
    assert judged.word == "do_not"
    assert judged.room_g_per_l == pytest.approx((2.5 - 0.87 - 1.3 / 3.8) * 3.8)
    again = PrimedBy(judged.room_g_per_l)
    assert closing(Contents(0.87, 1.3), closure_of("beer_bottle", "crown"), again).word == "go"


def test_what_is_held_by_everything_met_counts_for_nothing():
    held = Contents(0.87, 60.0, held=True)
    cork = closure_of("wine_bottle", "cork")
    assert closing(held, cork).word == "go"
    one_lacks = Contents(0.87, 60.0, unmet=("nobody has measured its pH",))
    assert closing(one_lacks, cork).word == "do_not"
    assert "nobody has measured its pH" in closing(one_lacks, cork).why
    little = Contents(0.87, 2.0, unmet=("nobody has measured its pH",))
    assert closing(little, cork).word == "think"
    primed = closing(held, closure_of("sparkling_bottle", "wired"), PrimedBy(8))
    assert (primed.word, primed.expected_volumes) == ("think", 0.87)


# ---- sulphite and sorbate

GOOD = Stabilised(sulphite_g=0.9, sorbate_g=1.2, volume_ml=4500, ph=3.4)


def held(abv=11.5, stopped=True, **change):
    made = {name: getattr(GOOD, name) for name in ("sulphite_g", "sorbate_g", "volume_ml", "ph")}
    return unmet(Stabilised(**{**made, **change}), abv, stopped)


def test_sulphite_and_sorbate_hold_when_everything_is_met():
    assert held() == ()


@pytest.mark.parametrize(
    ("abv", "needed"), [(10, 150), (11, 125), (12, 100), (13, 75), (14, 50)]
)  # fmt: skip
def test_sorbic_acid_by_strength(abv, needed):
    # Source: a classic table (memory).
    assert sorbic_needed_mg_per_l(abv) == pytest.approx(needed)
    grams = needed * 4.5 / 1000 / (112.13 / 150.22)
    assert held(abv, sorbate_g=1.01 * grams) == ()
    assert "potassium sorbate" in held(abv, sorbate_g=0.98 * grams)[0]


def test_each_condition_lacking_is_named():
    assert "running ferment" in held(stopped=False)[0]
    assert "below 9 %" in held(abv=8.9, sorbate_g=1.3)[0]
    assert held(abv=9.0, sorbate_g=1.3) == ()
    assert "geraniums" in held(sulphite_g=0)[0]
    assert "measured its pH" in held(ph=None)[0]
    assert "above 3.8" in held(ph=3.81, sulphite_g=3)[0]
    assert held(ph=3.8, sulphite_g=3) == ()


def test_half_of_the_sulphite_binds_and_half_a_milligram_has_to_act():
    # Molecular SO2 = free / (1 + 10^(pH - 1.81)); 57.6 % of the salt is SO2. Source: molar mass.
    free = 0.5 * (1 + 10 ** (3.4 - 1.81))
    grams = 2 * free * 4500 / 1e6 / 0.576
    assert held(sulphite_g=1.01 * grams) == ()
    assert "too little sulphite" in held(sulphite_g=0.99 * grams)[0]


def test_what_the_label_has_to_say():
    # Above 10 mg/L. Source: Regulation (EU) 1169/2011 Annex II.
    still = at(0.87, "wine_bottle", "cork")
    assert label_says(still, PrimedBy(), 10.0, False) == ()
    assert label_says(still, PrimedBy(), 10.1, True) == ("contains_sulphites", "against_advice")
    fizzy = closing(Contents(0.87, 0), closure_of("sparkling_bottle", "wired"), PrimedBy(6))
    assert label_says(fizzy, PrimedBy(6), 0, False) == ("under_pressure",)


@pytest.mark.parametrize(
    "wrong",
    [
        lambda: closure_of("wine_bottle", "swing"),
        lambda: closure_of("vase", "cork"),
        lambda: PrimedBy(-1),
        lambda: PrimedBy(101),
        lambda: PrimedBy(5, "honey"),
    ],
)
def test_what_is_no_bottle_and_no_priming(wrong):
    with pytest.raises(JobError) as refused:
        wrong()
    assert refused.value.text.endswith(".")
