"""Tell how a batch tasted: over time, against its figures, what was wrong, and what to change."""

from core.batch.tasting import SHARE, SIDES
from core.learn.again import again
from core.learn.faults import faults
from core.learn.taste import Expected, expected, sides, two_juices
from server.cellar.actions.list_tastings import list_tastings
from server.cellar.schemas import AgainOut, FaultOut, TasteOut, TasteSideOut
from server.jugs.journal import key_of
from server.jugs.state import JugState
from server.shelf.schemas import IntervalOut


def tell_taste(state: JugState, lot: str = "") -> TasteOut:
    """Of the whole batch; what was expected is of one lot, the newest where none is named."""
    tastings = list_tastings(state)
    marks = [tasting.scores for tasting in tastings]
    ends = _ends(state)
    found = sides(tuple(ends), _expected(state, lot), marks)
    (overall,) = sides(("overall",), {}, marks)
    return TasteOut(
        tastings=tastings,
        sides=[
            TasteSideOut(
                key=side.key,
                low=ends[side.key][0],
                high=ends[side.key][1],
                marked=side.marked,
                count=side.count,
                expected=IntervalOut.of(side.expected.mark) if side.expected else None,
                text=side.text,
            )
            for side in found
        ],
        faults=[
            FaultOut(
                key=fault.key,
                name=fault.name,
                means=fault.means,
                causes=list(fault.causes),
                do=fault.do,
            )
            for fault in faults(state.happened)
        ],
        again=[
            AgainOut(key=change.key, text=change.text, why=change.why, sure=change.sure)
            for change in (again(state.as_poured, found) if state.plan["pours"] else ())
        ],
        overall=overall.marked,
    )


def _expected(state: JugState, lot: str) -> dict[str, Expected]:
    lots = state.life.lots if state.life else ()
    named = [each for each in lots if each.filled.lot.id == lot]
    return expected((named or list(lots))[-1], state.happened) if lots else {}


def _ends(state: JugState) -> dict[str, tuple[str, str]]:
    """What the ends of each side are like; the share of the juices where two are in it."""
    jug = state.world.jugs[key_of(state.jug)] if state.world else None
    pair = two_juices(jug.pours) if jug else None
    if pair is None:
        return dict(SIDES)
    return {**SIDES, SHARE: (f"all {pair[0][0]}", f"all {pair[1][0]}")}
