"""Each share of the cloud that decides a word, held from both sides: clouds made for it."""

from dataclasses import replace
from types import SimpleNamespace

import numpy as np
import pytest

from core.batch.counted import contents_of
from core.batch.fold import fold
from core.batch.judge import judged
from core.bottle.closing import closing
from core.estimate.ledger import Tested as Trial
from core.estimate.trials import fits, log_likelihood, most_by_test
from core.files.jug_file import read_jug_file
from core.tables import CLOSURES
from tests.core.batch.jugs import PEAR, file_of, on, plan, sugar

JOURNAL = [on(1, "pitched"), on(20, "read", sg=0.998), on(45, "read", sg=0.998)]
CORK = CLOSURES["wine_bottle", "cork"]
MEMBERS = 1000


def jug_of(cloud, *journal):
    """A jug that has stood still for long, and of which that is believed."""
    file = read_jug_file(file_of(plan(PEAR, sugar(300)), *(journal or JOURNAL)))
    jug = fold(file.plans, file.events).jugs["Jug"]
    jug.estimator = SimpleNamespace(
        of=lambda *_: cloud(jug_estimate), had_it_read=lambda *_: None, surprises=lambda _: ()
    )
    return jug


def fold_once():
    file = read_jug_file(file_of(plan(PEAR, sugar(300)), *JOURNAL))
    return fold(file.plans, file.events).jugs["Jug"].estimate


jug_estimate = fold_once()


def with_sugar(share, g_per_l, **more):
    """A thousand members of one weight, of which a share holds so much sugar, and the rest none;
    nothing is on its way."""

    def cloud(real):
        take = np.arange(MEMBERS)
        sweet = take < round(share * MEMBERS)
        seen = np.where(sweet, g_per_l, 0.1)
        cut = {
            name: getattr(real, name)[:MEMBERS]
            for name in ("parts", "ends", "tail", "off", "moving", "limited")
        }
        drinks = {
            name: type(getattr(real, name))(
                *(getattr(getattr(real, name), field)[:MEMBERS] for field in fields_of(real))
            )
            for name in ("found", "dry", "must", "ended")
        }
        drinks["found"] = replace(drinks["found"], left=seen)
        base = {**cut, **drinks, "seen": seen, "weights": np.full(MEMBERS, 1 / MEMBERS),
                "in_effect": 1000.0, "ends": seen,
                "moving": np.zeros(MEMBERS, bool), "limited": np.zeros(MEMBERS, bool)}  # fmt: skip
        return replace(real, **{**base, **{k: f(sweet) for k, f in more.items()}})

    return cloud


def fields_of(real):
    return type(real.found).__dataclass_fields__


def code(cloud):
    return judged(jug_of(cloud)).code


@pytest.mark.parametrize(
    ("share", "said"),
    [(0.19, "dry"), (0.21, "stopped_unsure"), (0.49, "stopped_unsure"), (0.51, "stopped_short")],
)
def test_dry_and_short_by_how_many_hold_more_than_four_grams(share, said):
    assert code(with_sugar(share, 4.1)) == said
    assert code(with_sugar(share, 3.9)) == "dry"


@pytest.mark.parametrize(("share", "proven"), [(0.05, True), (0.06, False)])
def test_proven_where_one_in_twenty_at_most_holds_more_than_two_grams(share, proven):
    assert judged(jug_of(with_sugar(share, 2.3))).proven is proven
    assert judged(jug_of(with_sugar(share, 2.1))).proven


@pytest.mark.parametrize(("share", "said"), [(0.19, "dry"), (0.21, "near")])
def test_stopped_unless_a_fifth_is_on_its_way(share, said):
    """2.2 g/L are a point: 1.4 g/L more than it will come to are 0.64, 1.2 are 0.55."""

    def moving(by):
        return with_sugar(share, by, moving=lambda sweet: sweet, ends=lambda s: 0.1 + 0.0 * s)

    assert code(moving(1.5)) == said
    assert code(moving(1.3)) == "dry"


@pytest.mark.parametrize(("above", "said"), [(2.9, "near"), (3.1, "slow")])
def test_near_from_three_points_above_its_dry_end(above, said):
    cloud = with_sugar(0.6, 6.0, moving=lambda sweet: sweet, ends=lambda sweet: 0.1 + 0.0 * sweet)

    def standing(real):
        made = cloud(real)
        return replace(made, dry=replace(made.dry, points=made.found.points - above))

    assert code(standing) == said


def test_a_test_is_off_by_a_third_two_times_in_three():
    """Two standard deviations are a factor of 1.82 of one more than it shows."""
    assert most_by_test(9.0, 0.97725) == pytest.approx(10 * 1.8221 - 1, abs=0.01)
    assert most_by_test(9.0, 0.5) == pytest.approx(9.0)


@pytest.mark.parametrize(("share", "fit"), [(0.04, False), (0.06, True)])
def test_a_test_fits_where_one_in_twenty_holds_so_little(share, fit):
    little = np.arange(MEMBERS) < share * MEMBERS
    found = SimpleNamespace(left=np.where(little, 0.5, 60.0), volume_ml=np.full(MEMBERS, 4e3))
    test = Trial("Jug", 0.0, "sugar", 0.5)
    told = log_likelihood(test, found)
    assert fits(test, np.full(MEMBERS, 1 / MEMBERS), told, found) is fit
    # More than was believed is believed.
    sweet = replace(test, found=400.0)
    assert fits(sweet, np.full(MEMBERS, 1 / MEMBERS), log_likelihood(sweet, found), found)


@pytest.mark.parametrize(("of_them", "said"), [(0.45, "stopped_short"), (0.55, "stopped_sweet")])
def test_sweet_where_its_limit_explains_most_of_it(of_them, said):
    limited = with_sugar(
        0.8, 20.0, limited=lambda sweet: sweet & (np.arange(MEMBERS) < 800 * of_them)
    )
    assert code(limited) == said


@pytest.mark.parametrize(("members", "said"), [(99.0, "stopped_unsure"), (100.0, "dry")])
def test_too_few_members_say_nothing(members, said):
    assert code(with_sugar(0.0, 0.0, in_effect=lambda _: members)) == said


def word(share, g_per_l):
    jug = jug_of(with_sugar(share, g_per_l))
    contents = contents_of(jug, judged(jug), jug.estimate)
    return closing(replace(contents, malic_g_per_l=0.0), CORK).word


@pytest.mark.parametrize(
    ("share", "said"), [(0.004, "go"), (0.006, "think"), (0.049, "think"), (0.051, "do_not")]
)
def test_a_cork_by_how_many_would_lift_it(share, said):
    # Two volumes, of which 0.86 are dissolved at 20 °C: 4.4 g/L at 3.8 a volume.
    assert word(share, 5.0) == said
    assert word(share, 3.9) == "go"
