"""Hot water in a must: by conservation of heat, by hand; waiting by common practice, no source."""

import pytest

from core.errors import JobError
from core.must.mixing import Mix, Pour, mix_of
from core.plan.mixed_warmth import mixed_warmth
from tests.core.batch.jugs import PEAR, on, plan, told


def must(ml, sugar_g=0.0):
    parts = [mix_of(Pour("Water", "water", volume_ml=ml))]
    if sugar_g:
        parts.append(mix_of(Pour("Sugar", "sugar", mass_g=sugar_g)))
    mass, sugar, ferment = (sum(getattr(p, k) for p in parts) for k in ("mass", "sugar", "ferment"))
    return Mix(mass, sugar, ferment, 0.0)


def test_heat_is_conserved():
    # One litre of water at 95 in four at 20: 35 °C.
    found = mixed_warmth(must(4000), 1000, 95, 20)
    assert found.celsius == pytest.approx((1 * 95 + 3 * 20) / 4, abs=0.1)
    # Of that litre so much at 95 and the rest at 20 °C makes 28 °C.
    assert found.may_be_hot_ml == pytest.approx(4000 * (28 - 20) / (95 - 20), rel=0.01)
    so_much = mixed_warmth(must(4000), found.may_be_hot_ml, 95, 20)
    assert so_much.celsius == pytest.approx(28, abs=0.1)
    # Sugar holds less heat: 1 L at 95 °C warms what is left more.
    assert mixed_warmth(must(3000, 900), 1000, 95, 20).celsius > found.celsius


def test_cool_enough_it_says_so_and_warns_of_what_breaks():
    cool = mixed_warmth(must(4500), 300, 100, 15)
    assert cool.celsius == pytest.approx(20.7, abs=0.1)
    assert cool.says[0] == "Mixed it is about 21 °C. Yeast may go in."
    assert (cool.may_be_hot_ml, cool.room_hours, cool.bath_hours) == (300, 0, 0)
    assert any("may crack" in text for text in cool.says)
    assert any("goes soft" in text for text in cool.says)
    mild = mixed_warmth(must(4500), 300, 45, 15)
    assert mild.minds == ()


def test_too_warm_it_says_how_long_and_what_waits():
    warm = mixed_warmth(must(4500), 1500, 100, 20)
    assert warm.celsius > 45
    assert "none goes in yet" in warm.minds[0]
    assert "enzyme is destroyed" in warm.minds[1]
    assert warm.bath_hours < warm.room_hours / 4
    # A bucket five times as large takes about three times as long: 5 to the power of 2/3.
    large = mixed_warmth(must(22_500), 7500, 100, 20)
    assert large.room_hours == pytest.approx(warm.room_hours * 5 ** (2 / 3), rel=0.01)


@pytest.mark.parametrize(
    ("asked", "at"),
    [((0, 100, 20), "hot_ml"), ((5000, 100, 20), "hot_ml"), ((500, 120, 20), "hot_c"),
     ((500, 100, -5), "rest_c")],
)  # fmt: skip
def test_what_cannot_be_is_refused_at_its_place(asked, at):
    with pytest.raises(JobError) as refused:
        mixed_warmth(must(4500), *asked)
    assert refused.value.at == at


def test_enzyme_in_hot_must_is_told_in_the_log():
    hot = [on(1, "measured", temperature_c=52), on(1, "dosed", 13, dose="enzyme", mass_g=2)]
    codes = [each["code"] for each in told(plan(PEAR), *hot)["warnings"]]
    assert "enzyme_destroyed" in codes
    cool = [on(1, "measured", temperature_c=30), on(1, "dosed", 13, dose="enzyme", mass_g=2)]
    assert "enzyme_destroyed" not in [e["code"] for e in told(plan(PEAR), *cool)["warnings"]]
