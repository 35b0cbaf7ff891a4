"""Lay out the reference tables the page chooses from."""

from core import tables
from core.composition import KINDS
from core.plan import usual_fill_ml
from server.shelf.schemas import BottleOut, NamedOut, ReferenceOut, VesselOut, YeastOut


def tables_to_choose_from() -> ReferenceOut:
    """Core's tables, with what core makes of each vessel and yeast."""
    return ReferenceOut(
        kinds=list(KINDS),
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
    )
