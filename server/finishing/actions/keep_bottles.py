"""The empty bottles at home, and which of them a jug fills."""

from core.batch.counted import contents_of, warmest_c
from core.bottle.closing import PrimedBy, closing, closure_of
from core.bottle.filling import check_count
from core.bottle.mix import Empties, best_mix
from core.bottle.priming import priming
from core.errors import JobError
from core.plan.amounts_in_words import measured
from server.accounts.models import Account
from server.finishing.schemas import EmptiesIn, EmptiesOut, MixIn, MixOut
from server.jugs.bottle_schemas import BottleCountIn, PrimingIn
from server.jugs.journal import key_of
from server.jugs.state import JugState

_MOST_KINDS = 40


def bottles_of(account: Account) -> list[EmptiesOut]:
    """What there is, the smallest first."""
    return [
        EmptiesOut(
            size_ml=row.size_ml,
            bottle=row.bottle,
            closure=row.closure,
            count=row.count,
            name=closure_of(row.bottle, row.closure).name,
        )
        for row in account.empties.all()
    ]


def keep_bottles(account: Account, payload: EmptiesIn) -> None:
    """So many of a kind there are from now on. Raises JobError for a kind or count that is none."""
    closure_of(payload.bottle, payload.closure)
    check_count(payload.size_ml, payload.count)
    known = payload.model_dump(include={"size_ml", "bottle", "closure"})
    if payload.count == 0:
        account.empties.filter(**known).delete()
        return
    if account.empties.count() >= _MOST_KINDS and not account.empties.filter(**known).exists():
        raise JobError(f"A kitchen keeps {_MOST_KINDS} kinds of bottles.", "bottle")
    account.empties.update_or_create(**known, defaults={"count": payload.count})


def choose_mix(state: JugState, payload: MixIn) -> MixOut:
    """The bottles at home that this jug fills with least left over, of those that bear it.

    Raises JobError where there is nothing to bottle, or no bottle for it.
    """
    if state.world is None or state.life is None or state.life.now is None:
        raise JobError("There is nothing in this jug to bottle.")
    jug = state.world.jugs[key_of(state.jug)]
    contents = contents_of(jug, state.life.verdict, jug.estimate)
    volume = state.life.now.volume_ml.value
    per_l = priming(volume, payload.volumes, warmest_c(jug)).g_per_l if payload.volumes else 0.0
    primed = PrimedBy(per_l)
    rows = list(state.jug.account.empties.all())
    if not rows:
        raise JobError("Write down which empty bottles you have.", "bottles")
    fit = [
        row
        for row in rows
        if contents is not None
        and closing(contents, closure_of(row.bottle, row.closure), primed).word != "do_not"
    ]
    if not fit:
        raise JobError("None of the bottles at home may be closed over this.", "bottles")
    found = best_mix(volume, [Empties(row.size_ml, row.count) for row in fit])
    bottles = [
        BottleCountIn(
            size_ml=row.size_ml,
            count=count,
            bottle=row.bottle,
            closure=row.closure,
            priming=PrimingIn(volumes=payload.volumes) if payload.volumes else None,
        )
        for row, count in zip(fit, found.counts, strict=True)
        if count
    ]
    left = measured(found.left_ml, False, state.jug.account.shows)
    said = f"{left} left over: a glass to taste today."
    if found.part is not None:
        size = measured(fit[found.part].size_ml, False, state.jug.account.shows)
        said = (
            f"{left} left over, in a {size} bottle that is not full: the fridge, and drunk first."
        )
    if found.left_ml < 1:
        said = "Nothing is left over."
    return MixOut(bottles=bottles, wash=found.wash, left_ml=found.left_ml, said=said)
