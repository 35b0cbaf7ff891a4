import pytest
from hypothesis import given
from hypothesis import strategies as st

from core.errors import JobError
from core.must.acidity import (
    acid_to_add,
    bicarbonate_to_add,
    equivalent_mass,
    from_sample,
    ta_as,
)
from core.must.ph import Solution, blend, ph_of, solution_from, titratable

acids = st.sampled_from(["tartaric", "malic", "citric", "lactic", "phosphoric", "carbonic"])
amount = st.floats(0.002, 0.15)
MUST = Solution({"malic": 0.045, "citric": 0.003}, 0.028)


@given(acid=acids, mol=amount, alkali=st.floats(0, 0.05), share=st.floats(0.05, 0.5))
def test_alkali_raises_the_ph_and_acid_lowers_it(acid, mol, alkali, share):
    # No more alkali than the acid's first proton, or there is no must to speak of.
    must = Solution({acid: mol}, min(alkali, mol / 2))
    more = share * mol
    ph = ph_of(must)
    assert ph_of(must.plus_alkali(more)) > ph
    assert ph_of(Solution({acid: mol + more}, must.alkali)) < ph + 1e-6


@given(volumes=st.lists(st.floats(0.1, 5), min_size=2, max_size=4))
def test_a_blend_conserves_acid_and_lies_between_its_parts(volumes):
    parts = [(v, Solution({"citric": 0.02 + 0.01 * i}, 0.01)) for i, v in enumerate(volumes)]
    mixed = blend(parts)
    litres = sum(volumes)
    assert mixed.acids["citric"] * litres == pytest.approx(
        sum(v * s.acids["citric"] for v, s in parts)
    )
    phs = [ph_of(s) for _, s in parts]
    assert min(phs) - 1e-6 <= ph_of(mixed) <= max(phs) + 1e-6


@given(
    acid=st.sampled_from(["malic", "citric", "tartaric"]),
    ta=st.floats(0.03, 0.15),
    ph=st.floats(2.9, 4.0),
)
def test_a_juice_is_known_by_its_acidity_and_ph(acid, ta, ph):
    juice = solution_from(acid, ta, ph)
    assert ph_of(juice) == pytest.approx(ph, abs=1e-3)
    assert titratable(juice) == pytest.approx(ta, rel=1e-6)


@given(ta=st.floats(0.5, 15), one=acids, other=acids)
def test_acidity_by_any_name_is_the_same_acidity(ta, one, other):
    assert ta_as(ta_as(ta, one, other), other, one) == pytest.approx(ta)


def test_bicarbonate_takes_the_acid_it_says():
    dose = bicarbonate_to_add(4500, 2, "tartaric")
    added = dose.mass_g / 4.5 / 100.115
    fall = (titratable(MUST) - titratable(MUST.plus_alkali(added))) * equivalent_mass("tartaric")
    assert fall == pytest.approx(2, abs=0.02)
    assert dose.first_half_g == pytest.approx(dose.mass_g / 2)


def test_a_bench_trial_scales_to_the_jug():
    assert from_sample(4500, 100, 0.2).mass_g == pytest.approx(9)


@pytest.mark.parametrize(
    "wrong",
    [
        lambda: ph_of(Solution({"vinegar": 0.1})),
        lambda: ph_of(Solution({"malic": 2})),
        lambda: ph_of(Solution({"malic": 0.1}, -1)),
        lambda: solution_from("malic", 0.08, 7),
        lambda: solution_from("nothing", 0.08, 3),
        lambda: blend([]),
        lambda: ta_as(1, "vinegar", "malic"),
        lambda: acid_to_add(0, 1, "malic", "malic"),
        lambda: acid_to_add(4500, -1, "malic", "malic"),
        lambda: bicarbonate_to_add(4500, 1, "malic", "baking powder"),
        lambda: from_sample(100, 200, 1),
        lambda: from_sample(100, 50, -1),
    ],
)
def test_acid_sums_that_cannot_be(wrong):
    with pytest.raises(JobError):
        wrong()
