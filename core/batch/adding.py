"""What goes into a jug once it stands: pours, what was held back, and doses."""

from core.batch.brew import no_parts
from core.batch.doses import DOSES, MADE_OF, SWEETENERS
from core.batch.estimator import unheld
from core.batch.events import Added, Dosed, Event
from core.batch.holding import TOGETHER
from core.batch.jug import Jug, waits_beside
from core.batch.watch import Watch, day_of
from core.batch.world import World, ferments, not_empty
from core.errors import JobError
from core.estimate.drinks import ACID, ETHANOL, MASS
from core.estimate.ledger import Brought, Moved
from core.ferment.strength import ETHANOL_G_PER_ML
from core.measure.density import water_density_g_per_ml
from core.must.acidity import BICARBONATES, acid_taken_g_per_l
from core.must.mixing import Pour
from core.must.must_ph import ph_with_bicarbonate
from core.plan.evaluation import PricedPour, as_known
from core.plan.mixed_warmth import ENZYME_MOST_C

# What may go in without clouding a clear drink, or making its pH another.
_CLEAN = ("sugar", "water")
# Doses of which a few grams act, and the stem shows nothing.
_TRACES = tuple(
    key for key in DOSES if key.startswith(("nutrient", "sulphite", "sorbate", "enzyme", "finings"))
)


def added(world: World, jug: Jug, event: Event, what: Added) -> None:
    """A pour, or what was held back. Sugar in a stabilised jug leaves it standing still."""
    world.settled(jug)
    if what.pour is None:
        waiting = jug.held_back
        if waiting is None:
            raise JobError("Nothing was held back from this jug.", "what.held_back")
        jug.held_back = None
        aside = waits_beside(jug.name)
        world.happened(Moved(aside, day_of(event.at), ((jug.name, 1.0),), whole=True))
        world.change(jug, event.at, lambda: jug.brew.add(waiting), ferments=True)
        return
    item = PricedPour(as_known(what.pour.pour, what.pour.pack), what.pour.pack)
    sweet = ferments(item)
    held = sweet and world.stabilised(jug)
    stood = jug.watch.copy() if sweet and not held and jug.rests_since else _unheld(jug, event)
    before = None if jug.brew.empty else jug.brew.drink()
    world.change(
        jug,
        event.at,
        lambda: world.pour(jug, item, event.id, event.at, sweet and not held),
        sweet and not held,
    )
    jug.watch.sweetened = jug.watch.sweetened or held
    jug.sugared = jug.sugared or sweet
    if before is None:
        return
    drink = jug.brew.drink()
    if stood is not None and not held:
        stood.shifted(drink.sg - before.sg)
        before_it = jug.unheld[2] if jug.unheld else ()
        jug.unheld = (event.at, stood, (*before_it, event.id))
    if item.pour.kind not in _CLEAN:
        litres = max(drink.volume_ml - before.volume_ml, 0.0) / 1000
        jug.holding.juiced(litres, event.at, item.pour.kind == "fruit")


def _unheld(jug: Jug, event: Event) -> Watch | None:
    """How the stem stood but for sugar that went in within a day, with nothing to hold it yet."""
    if jug.unheld is None or event.at - jug.unheld[0] > TOGETHER:
        return None
    return jug.unheld[1]


def dosed(world: World, jug: Jug, event: Event, what: Dosed) -> None:
    """Grams of a dose. Raises JobError for one that is none, or is not known."""
    not_empty(jug, "dose")
    _check(what)
    if what.dose not in _TRACES:
        world.settled(jug)
        world.change(jug, event.at, lambda: _goes_in(world, jug, event, what), ferments=False)
    if what.dose == "enzyme" and (jug.watch.jug_c or 0.0) > ENZYME_MOST_C:
        jug.note(
            "enzyme_destroyed",
            f"Pectic enzyme went in at {jug.watch.jug_c:.0f} °C, and above {ENZYME_MOST_C:g} °C it"
            " is destroyed: as much once more when it is cool.",
        )
    before = jug.dosed.so2_mg, jug.dosed.sorbic_mg
    jug.dosed.dose(what.dose, what.mass_g, what.of)
    so2_mg, sorbic_mg = jug.dosed.so2_mg - before[0], jug.dosed.sorbic_mg - before[1]
    if so2_mg or sorbic_mg:
        _stabilise(world, jug, event, so2_mg, sorbic_mg)
    elif what.dose == "acid" or what.dose.startswith("bicarbonate_"):
        jug.holding.ph_at = None


def _stabilise(world: World, jug: Jug, event: Event, so2_mg: float, sorbic_mg: float) -> None:
    """Sulphite or sorbate counts where it goes in at rest: sugar of the same day does not end
    that, once all that holds it is in."""
    world.settled(jug)
    stood = _unheld(jug, event)
    if stood is None and jug.rests_since is None:
        return
    if so2_mg:
        jug.holding.sulphited(so2_mg, event.at)
    if sorbic_mg:
        jug.holding.sorbated(sorbic_mg, event.at)
    if jug.held_sg is None:
        jug.held_sg = jug.watch.last_sg - jug.watch.moved
    if stood is None:
        return
    restarted, jug.watch = jug.watch, stood
    if world.stabilised(jug) and jug.unheld is not None:
        unheld(world.estimator.ledger, set(jug.unheld[2]))
        jug.watch.sweetened, jug.unheld = True, None
        jug.held_sg = stood.last_sg - stood.moved
    else:
        jug.watch = restarted


def _check(what: Dosed) -> None:
    if what.dose not in DOSES:
        raise JobError(f"“{what.dose}” is not dosed here: one of {', '.join(DOSES)}.", "what.dose")
    if what.dose == "sweetener" and what.of not in SWEETENERS:
        raise JobError(
            f"Yeast leaves these alone: {', '.join(SWEETENERS)}. Sugar that ferments is added, not"
            " dosed.",
            "what.sugar",
        )
    if what.of and what.dose.startswith("finings") and what.of not in MADE_OF:
        raise JobError(f"Finings are made of one of {', '.join(MADE_OF)}.", "what.made_of")


def _goes_in(world: World, jug: Jug, event: Event, what: Dosed) -> None:
    """What of the dose is more than a trace."""
    solids = {
        "sweetener": Pour(str(what.of), "sugar", mass_g=what.mass_g, sugar=what.of),
        "acid": Pour(f"{what.of} acid", "acid", mass_g=what.mass_g, acid=what.of),
        "tannin": Pour("Tannin", "tannin", mass_g=what.mass_g),
    }
    if what.dose in solids:
        world.pour(jug, PricedPour(solids[what.dose]), event.id, event.at)
    elif what.dose == "flavour":
        spirit = no_parts()
        spirit[ETHANOL] = what.volume_ml * what.abv / 100 * ETHANOL_G_PER_ML
        water = what.volume_ml * (1 - what.abv / 100) * water_density_g_per_ml(20)
        spirit[MASS] = spirit[ETHANOL] + water
        jug.brew.parts = jug.brew.parts + spirit
        mass, ethanol = float(spirit[MASS]), float(spirit[ETHANOL])
        world.happened(Brought(jug.name, day_of(event.at), mass, ethanol))
    elif what.dose.startswith("bicarbonate_"):
        _less_sour(
            world, jug, day_of(event.at), what.mass_g, what.dose.removeprefix("bicarbonate_")
        )


def _less_sour(world: World, jug: Jug, day: float, mass_g: float, salt: str) -> None:
    volume, acid = jug.brew.drink().volume_ml, jug.brew.acid_g_per_l
    taken = no_parts()
    taken[ACID] = -acid_taken_g_per_l(mass_g, volume, salt=salt) * volume / 1000
    jug.brew.parts = jug.brew.parts + taken
    world.happened(Brought(jug.name, day, acid_g=float(taken[ACID])))
    if jug.ph is not None:
        as_potassium = mass_g * BICARBONATES["potassium"] / BICARBONATES[salt]
        jug.ph = ph_with_bicarbonate(jug.ph, acid, as_potassium / volume * 1000)
