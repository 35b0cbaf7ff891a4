"""Every jug and bottle while a journal is folded, and what all that happens to them shares."""

from collections.abc import Callable
from dataclasses import dataclass, field
from datetime import datetime
from decimal import Decimal

from core.batch.brew import Array, no_parts, parts_of
from core.batch.doses import Dosed
from core.batch.estimator import Estimator
from core.batch.events import Event
from core.batch.filled_lot import FilledLot
from core.batch.held import holds
from core.batch.jug import Jug
from core.batch.watch import day_of
from core.cost.costing import packs_used, unpriced
from core.errors import JobError
from core.estimate.drinks import EATEN, FERMENT
from core.estimate.ledger import Gone, Poured, Step
from core.must.mixing import mix_of
from core.must.sharpness import acid_g, malic_g_per_l
from core.plan.evaluation import PricedPour


@dataclass(slots=True)
class World:
    """What there is, by name; a lot by its jug's name and its own. `flows` says from which jug
    drink ran into which, `gone` grams by what took them."""

    jugs: dict[str, Jug] = field(default_factory=dict)
    lots: dict[tuple[str, str], FilledLot] = field(default_factory=dict)
    flows: dict[str, set[str]] = field(default_factory=dict)
    # Each reading by its event, at 20 °C.
    at_20: dict[str, float] = field(default_factory=dict)
    gone: dict[str, Array] = field(default_factory=dict)
    gone_doses: Dosed = field(default_factory=Dosed)
    # The same, as core.estimate wants it.
    estimator: Estimator = field(default_factory=Estimator)

    def happened(self, step: Step) -> None:
        """Write down what happened to the drink."""
        self.estimator.ledger.append(step)

    def pour(
        self,
        jug: Jug,
        item: PricedPour,
        name: str,
        at: datetime | None = None,
        ferments: bool = False,
    ) -> None:
        """Grams, acid and money into a jug; `name` sets this pour's amount apart from others."""
        pour = item.pour
        self.happened(Poured(jug.name, day_of(at), name, pour, ferments))
        mix = mix_of(pour)
        jug.brew.parts = jug.brew.parts + parts_of(mix, sum(acid_g(pour)) / 2)
        if mix.mass > 0:
            jug.dosed.malic_g += malic_g_per_l([pour], 1000.0)
        if item.pack is not None and pour.amount:
            jug.pays(item.pack.price * Decimal(repr(packs_used(pour, item.pack))))
        jug.unpriced += unpriced([(pour, item.pack)])
        jug.pours = (*jug.pours, pour)

    def settled(self, jug: Jug) -> Jug:
        """The jug, what was read last settled: before anything else goes in or out."""
        if jug.unsettled is not None:
            sg, jug.unsettled = jug.unsettled, None
            jug.brew.settle(sg)
        return jug

    def may_hold_ml(self, jug: Jug, day: float) -> float:
        """How much there may be in it by then, at the high end."""
        told = self.estimator.by_then(jug.name, day)
        return told.volume_ml.high if told else 0.0

    def share(self, jug: Jug, taken_ml: float, day: float, at: str) -> float:
        """What share of the jug so many ml are. Raises JobError for more than may be there."""
        volume = jug.brew.drink().volume_ml
        if taken_ml > volume and taken_ml > self.may_hold_ml(jug, day):
            raise JobError(f"{taken_ml:.0f} ml is more than the {volume:.0f} ml in this jug.", at)
        return min(taken_ml / volume, 1.0)

    def lose(
        self,
        jug: Jug,
        event: Event,
        where: str,
        share: float,
        deviation: float = 0.0,
        taken_ml: float | None = None,
        left_ml: float | None = None,
    ) -> None:
        """A share of it is gone, give or take; what it cost stays with the rest. `taken_ml` where
        that is known, `left_ml` where a mark says how much is left."""
        whole = jug.brew.parts
        self.gone[where] = self.gone.get(where, no_parts()) + share * whole
        self.gone_doses.add(jug.takes(share))
        self.happened(
            Gone(
                jug.name,
                day_of(event.at),
                share,
                deviation,
                taken_ml if share < 1 else None,
                left_ml,
            )
        )

    def change(self, jug: Jug, at: datetime, goes_in: Callable[[], None], ferments: bool) -> None:
        """Let something go in; the stem reads otherwise from then on."""
        before = None if jug.brew.empty else jug.brew.drink().sg
        sugar = jug.brew.parts[FERMENT] - jug.brew.parts[EATEN]
        goes_in()
        if jug.brew.empty:
            return
        drink = jug.brew.drink()
        jug.most_ml = max(jug.most_ml, drink.volume_ml)
        if ferments and (jug.pitched_at is not None or jug.watch.readings):
            rested = jug.rests_since is not None
            jug.watch.restart(at, drink.sg)
            jug.watch.rested_before = rested
            jug.held_sg = None if jug.held_sg is None else drink.sg
            more = jug.brew.parts[FERMENT] - jug.brew.parts[EATEN] - sugar
            jug.fed = (*jug.fed, (at, float(max(more, 0.0))))
        elif before is not None:
            jug.watch.shifted(drink.sg - before)

    def stabilised(self, jug: Jug) -> bool:
        """Whether it stands still, and sulphite and sorbate hold it there."""
        return not jug.brew.empty and holds(self.settled(jug))

    def lot(self, jug: Jug, name: str) -> FilledLot:
        """A lot of this jug. Raises JobError for none."""
        lot = self.lots.get((jug.name, name))
        if lot is None:
            raise JobError(f"There is no lot “{name}” of this jug.", "what.lot")
        return lot


def not_empty(jug: Jug, to: str, at: str = "what") -> None:
    """Raises JobError when there is nothing in the jug to do it to."""
    if jug.brew.empty:
        raise JobError(f"There is nothing in this jug to {to}.", at)


def ferments(item: PricedPour) -> bool:
    """Whether there is sugar in it that yeast eats."""
    return mix_of(item.pour).ferment > 0
