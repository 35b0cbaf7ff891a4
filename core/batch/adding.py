"""What goes into a jug once it stands: pours, what was held back, and doses."""

from core.batch import brew as grams
from core.batch.brew import no_parts
from core.batch.doses import DOSES, MADE_OF, SWEETENERS
from core.batch.events import Added, Dosed, Event
from core.batch.jug import Jug
from core.batch.world import World, ferments, not_empty
from core.errors import JobError
from core.ferment.strength import ETHANOL_G_PER_ML
from core.measure.density import water_density_g_per_ml
from core.must.acidity import BICARBONATES, acid_taken_g_per_l
from core.must.mixing import Pour
from core.must.must_ph import ph_with_bicarbonate
from core.plan.evaluation import PricedPour, as_known

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
        world.change(jug, event.at, lambda: jug.brew.add(waiting), ferments=True)
        return
    item = PricedPour(as_known(what.pour.pour, what.pour.pack), what.pour.pack)
    sweet = ferments(item)
    held = sweet and world.stabilised(jug)
    world.change(jug, event.at, lambda: world.pour(jug, item, event.id), sweet and not held)
    jug.watch.sweetened = jug.watch.sweetened or held
    jug.sugared = jug.sugared or sweet


def dosed(world: World, jug: Jug, event: Event, what: Dosed) -> None:
    """Grams of a dose. Raises JobError for one that is none, or is not known."""
    not_empty(jug, "dose")
    _check(what)
    if what.dose not in _TRACES:
        world.settled(jug)
        world.change(jug, event.at, lambda: _goes_in(world, jug, event, what), ferments=False)
    jug.dosed.dose(what.dose, what.mass_g, what.of)


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
        world.pour(jug, PricedPour(solids[what.dose]), event.id)
    elif what.dose == "flavour":
        spirit = no_parts()
        spirit[grams.ETHANOL] = what.volume_ml * what.abv / 100 * ETHANOL_G_PER_ML
        water = what.volume_ml * (1 - what.abv / 100) * water_density_g_per_ml(20)
        spirit[grams.MASS] = spirit[grams.ETHANOL] + water
        jug.brew.parts = jug.brew.parts + spirit
    elif what.dose.startswith("bicarbonate_"):
        _less_sour(jug, what.mass_g, what.dose.removeprefix("bicarbonate_"))


def _less_sour(jug: Jug, mass_g: float, salt: str) -> None:
    volume, acid = jug.brew.drink().volume_ml, jug.brew.acid_g_per_l.value
    taken = no_parts()
    taken[grams.ACID] = -acid_taken_g_per_l(mass_g, volume, salt=salt) * volume / 1000
    jug.brew.parts = jug.brew.parts + taken
    if jug.ph is not None:
        as_potassium = mass_g * BICARBONATES["potassium"] / BICARBONATES[salt]
        jug.ph = ph_with_bicarbonate(jug.ph, acid, as_potassium / volume * 1000)
