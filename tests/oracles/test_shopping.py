"""The basket's bill against another solver's.

Source: CBC through pulp 3.3.2, the programme written again from its description.
"""

import pulp
import pytest

from core.must.mixing import mix_of
from core.shelf.cheapest import Limits, _Model, _room_ml
from core.tables import FRUITS, GENERIC_SUGARS
from tests.shelves import made_up_shelf

FILL_ML = 4500
LEAST, MOST = 860.0, 875.0


def by_cbc(offers, limits):
    """The least bill, in pence, or None when there is no basket."""
    problem = pulp.LpProblem("basket", pulp.LpMinimize)
    sugar, room, bill, juice, used = [], [], [], [], []
    for i, offer in enumerate(offers):
        mix = mix_of(offer.poured(offer.pack_size))
        most = max(1, -(-FILL_ML // max(_room_ml(offer, mix), 1)))
        packs = pulp.LpVariable(f"packs{i}", 0, most, cat="Integer")
        bought = pulp.LpVariable(f"bought{i}", 0, cat="Integer")
        kind = pulp.LpVariable(f"kind{i}", cat="Binary")
        problem += packs <= most * kind
        if offer.pour.kind == "juice":
            poured = packs
            problem += bought >= packs - int(offer.at_home)
            # What is only sold as a nectar holds so much juice.
            juice.append(_room_ml(offer, mix) * FRUITS[offer.pour.fruit].juice_share * packs)
        else:
            poured = pulp.LpVariable(f"poured{i}", 0)
            problem += poured <= packs
            problem += bought >= poured - offer.at_home
        if offer.pour.kind == "concentrate":
            # The juice it was: its sugar by what such juice usually holds, g in 100 ml.
            row = FRUITS.get(offer.pour.fruit)
            low, high = row.sugars if row else GENERIC_SUGARS
            juice.append(mix.sugar / ((low + high) / 2) * 100 * poured)
        sugar.append(mix.ferment * poured)
        room.append(_room_ml(offer, mix) * poured)
        bill.append(float(offer.pack.price) * bought)
        used.append(kind)
    problem += pulp.lpSum(bill)
    problem += pulp.lpSum(sugar) >= LEAST
    problem += pulp.lpSum(sugar) <= MOST
    # Water fills what is left.
    problem += pulp.lpSum(room) <= FILL_ML
    problem += pulp.lpSum(juice) >= limits.least_juice_share * FILL_ML
    problem += pulp.lpSum(used) <= limits.most_kinds
    problem.solve(pulp.PULP_CBC_CMD(msg=False, gapRel=0))
    if pulp.LpStatus[problem.status] != "Optimal":
        return None
    return round(100 * pulp.value(problem.objective))


# pulp 3 announces what its version 4 will rename.
@pytest.mark.filterwarnings("ignore::DeprecationWarning")
@pytest.mark.parametrize("seed", range(50))
def test_the_same_bill_to_a_penny(seed):
    offers = made_up_shelf(4 + seed % 17, seed)
    limits = Limits(least_juice_share=[0, 0.4, 0.7][seed % 3], most_kinds=2 + seed % 4)
    found = _Model(offers, FILL_ML, limits).solve(LEAST, MOST, [])
    theirs = by_cbc(offers, limits)
    assert (None if found is None else round(100 * found[0].bill)) == theirs
