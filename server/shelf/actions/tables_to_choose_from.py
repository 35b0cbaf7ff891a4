"""Lay out the reference tables the page chooses from."""

from core import tables
from core.batch.doses import DOSES, MADE_OF, SWEETENERS
from core.must.composition import BOUGHT
from core.must.mixing import WEIGHED
from core.plan.checks import usual_fill_ml
from core.shelf import supplies
from core.shelf.verdict import WORDS
from server.shelf.schemas import (
    BottleOut,
    ClosureOut,
    DoseOut,
    KindOut,
    NamedOut,
    ReferenceOut,
    VesselOut,
    YeastOut,
)

_KIND_NAMES = {
    "juice": "Juice or juice drink",
    "concentrate": "Concentrate",
    "kit": "Kit",
    "syrup": "Honey, syrup or cordial",
    "powder": "Drink powder",
    "sugar": "Sugar",
    "water": "Water",
    "fruit": "Fruit, fresh or frozen",
    "acid": "Acid",
    "tannin": "Tannin",
}


def tables_to_choose_from() -> ReferenceOut:
    """Core's tables, with what core makes of each vessel and yeast."""
    return ReferenceOut(
        kinds=[
            *(
                KindOut(key=k, name=_KIND_NAMES[k], poured=True, weighed=k in WEIGHED)
                for k in BOUGHT
            ),
            *(
                KindOut(key=k, name=name, poured=False, weighed=False)
                for k, name in supplies.KINDS.items()
            ),
        ],
        verdicts=[NamedOut(key=key, name=word) for key, word in WORDS.items()],
        fruits=[NamedOut(key=f.key, name=f.name) for f in tables.FRUITS.values()],
        sugars=[NamedOut(key=s.key, name=s.name) for s in tables.SUGARS.values()],
        yeasts=[
            YeastOut(
                key=y.key,
                name=y.name,
                tolerance_abv=y.tolerance_abv,
                tolerance_low=y.tolerance[0],
                tolerance_high=y.tolerance[1],
            )
            for y in tables.YEASTS.values()
        ],
        vessels=[
            VesselOut(
                key=v.key,
                name=v.name,
                shape=v.shape,
                volume_ml=v.volume_ml,
                usual_fill_ml=usual_fill_ml(v.volume_ml),
            )
            for v in tables.VESSELS.values()
        ],
        bottles=[
            BottleOut(key=b.key, name=b.name, volume_ml=b.volume_ml)
            for b in tables.BOTTLES.values()
        ],
        closures=[
            ClosureOut(
                bottle=c.bottle,
                closure=c.closure,
                bottle_name=c.bottle_name,
                closure_name=c.closure_name,
                limit_volumes=c.limit_volumes,
                still=c.still,
            )
            for c in tables.CLOSURES.values()
        ],
        doses=[DoseOut(key=key, name=name, of=_named_with(key)) for key, name in DOSES.items()],
    )


def _named_with(dose: str) -> list[NamedOut]:
    """What has to be named with a dose."""
    if dose == "acid":
        return [NamedOut(key=a.key, name=a.name) for a in tables.ACIDS.values() if a.name]
    if dose == "sweetener":
        return [NamedOut(key=key, name=tables.SUGARS[key].name) for key in SWEETENERS]
    if dose.startswith("finings"):
        return [NamedOut(key=key, name=key.capitalize()) for key in MADE_OF]
    return []
