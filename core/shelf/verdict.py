"""What a thing on the shelf is good for, in words: ferment it, sweeten with it, or leave it."""

from dataclasses import dataclass

from core.finish.sweetening import sugar_lifting_points
from core.must.mixing import Pour
from core.pack.additives import STOPS_YEAST, Ingredients
from core.shelf.facts import MOST_FERMENTABLE_BRIX, CartonFacts

CODES = (
    "ferments",
    "unread",
    "hard",
    "will_not_ferment",
    "thin",
    "wants_water",
    "no_sugar",
    "supply",
    "refused",
)
"""Every verdict there is."""

WORDS = {
    "ferments": "ferments",
    "unread": "list not seen",
    "hard": "may struggle",
    "will_not_ferment": "won't ferment",
    "thin": "thin on its own",
    "wants_water": "dilute first",
    "no_sugar": "no sugar",
    "supply": "supply",
    "refused": "look again",
}
"""Each verdict in two or three words."""

USELESS = ("will_not_ferment", "hard", "no_sugar", "refused")
"""Verdicts of what no plan is made with: it neither ferments nor helps another to."""

# Below this strength alone a juice makes a thin drink that keeps badly. Common practice.
_THIN_ABV = 4.0
# A sweetening that is worth telling: this many points in a 75 cl bottle.
_POINTS = 10.0
_BOTTLE_ML = 750.0
_SWEET_G_PER_L = 80.0
# What may hold a preservative, and says so in a list of ingredients.
_LISTED = ("juice", "concentrate", "syrup", "kit", "powder")
_UNREAD = (
    "By its sugar it would ferment, but nobody has seen its list of ingredients: type or paste it,"
    " or look on the pack for a preservative."
)
_NO_JUICE = "No juice is on its list: sugar and flavour in water, a thin wine by itself."


@dataclass(frozen=True, slots=True)
class Verdict:
    """`code` is one of CODES; `reason` says why, `uses` what to do with it, as sentences."""

    code: str
    reason: str
    uses: tuple[str, ...]

    @property
    def word(self) -> str:
        """The verdict in two or three words."""
        return WORDS[self.code]


def verdict(pour: Pour, known: CartonFacts, ingredients: Ingredients | None) -> Verdict:
    """Judge a thing by its sugar and its ingredients (None: nobody has read them)."""
    uses = []
    effects = (
        {e for f in ingredients.findings for e in f.additive.effects} if ingredients else set()
    )
    if ingredients and ingredients.verdict == "will_not_ferment":
        lift = _lifting_ml(known)
        if lift is not None:
            uses.append(
                f"{lift:.0f} ml lifts a 75 cl bottle by {_POINTS:.0f} points, after stabilising."
            )
        code, reason = "will_not_ferment", ingredients.sentence
    elif pour.composition().ferment <= 0:
        code, reason = "no_sugar", "Nothing in it ferments."
    elif ingredients and ingredients.verdict == "hard":
        code, reason = "hard", ingredients.sentence
    elif known.strength_alone is None and known.sugar_g_per_l is not None:
        code = "wants_water"
        reason = (
            f"Past {MOST_FERMENTABLE_BRIX:.0f} °Bx no yeast starts in it: pour it into a must, or"
            " thin it."
        )
    elif known.strength_alone is not None and known.strength_alone.value < _THIN_ABV:
        code = "thin"
        reason = f"Alone it comes to {known.strength_alone.value:.1f} %: give it sugar or honey."
    elif pour.kind in _LISTED and (ingredients is None or ingredients.verdict == "unknown"):
        code, reason = "unread", _UNREAD
    else:
        code = "ferments"
        reason = ingredients.sentence if ingredients else "Nothing in it stops yeast."
    if pour.kind == "juice" and pour.juice_percent == 0:
        uses.append(_NO_JUICE)
    if "stays_sweet" in effects:
        uses.append("Its sweetener stays sweet whatever the yeast does.")
    if "hazy" in effects:
        uses.append("Expect haze: pectic enzyme before the yeast, and patience.")
    return Verdict(code, reason, tuple(uses))


def _lifting_ml(known: CartonFacts) -> float | None:
    if known.sugar_g_per_l is None or known.sugar_g_per_l.value < _SWEET_G_PER_L:
        return None
    wanted = sugar_lifting_points(_POINTS)
    # What is poured in thins what is there: the addition has to lift itself too.
    return _BOTTLE_ML * wanted / (known.sugar_g_per_l.value - wanted)


def preservatives(ingredients: Ingredients) -> tuple[str, ...] | None:
    """Names of what stops yeast or is hard on it, as a list says them; None where no list was
    seen: not read is never none."""
    if ingredients.verdict == "unknown":
        return None
    holding = (STOPS_YEAST, "hard_on_yeast")
    return tuple(
        dict.fromkeys(
            f.additive.name
            for f in ingredients.findings
            if any(effect in holding for effect in f.additive.effects)
        )
    )
