"""Lay out the reference tables the page chooses from."""

from dataclasses import asdict

from core import tables
from core.batch.doses import DOSES, MADE_OF, SWEETENERS
from core.batch.tasting import MARKS, SIDES
from core.bottle.label_sheets import SHEETS
from core.bottle.priming import GAS_WORDS
from core.ferment.stems import stems
from core.finish.stabilising import TABLET_G
from core.measure.spoons import STEP_G, STEP_ML
from core.measure.units import SHOWN, THERMOMETERS, measures
from core.must.composition import BOUGHT
from core.must.mixing import WEIGHED
from core.plan.amounts_in_words import spooned_g_per_ml
from core.plan.glass import STYLES
from core.plan.glass import SWEETENERS as FIZZY_SWEETENERS
from core.plan.planned_dose import DOSED, WHEN, portions
from core.plan.vessel import usual_fill_ml
from core.shelf import supplies
from core.shelf.verdict import WORDS
from server.shelf.schemas import (
    BottleOut,
    ClarityOut,
    ClosureOut,
    DoseOut,
    GasWordOut,
    KindOut,
    MeasureOut,
    NamedOut,
    PlannedOut,
    ReferenceOut,
    ShownOut,
    SideOut,
    SignOut,
    StemOut,
    StyleOut,
    TermOut,
    ThermometerOut,
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
        planned=[NamedOut(key=key, name=name) for key, name in DOSED.items()],
        times=[NamedOut(key=key, name=name) for key, name in WHEN.items()],
        tablet=[
            PlannedOut(kind=dose.kind, mass_g=dose.mass_g, when=dose.when)
            for dose in portions("sulphite", TABLET_G)
        ],
        styles=[
            StyleOut(
                key=key,
                name=style.name,
                fizzy=style.fizzy,
                sweet=style.sweet,
                late=style.late,
                sugar_g_per_l=style.sugar_g_per_l,
                volumes=style.volumes,
                late_share=style.late_share,
            )
            for key, style in STYLES.items()
        ],
        sweeteners=[NamedOut(key=k, name=tables.SUGARS[k].name) for k in FIZZY_SWEETENERS],
        step_ml=STEP_ML,
        step_g=STEP_G,
        measures=[
            MeasureOut(
                key=m.name,
                name=m.name,
                kind=m.kind,
                factor=m.factor,
                words=list(m.words),
                own=list(m.own),
                system=m.system,
            )
            for m in measures()
        ],
        shown=[
            ShownOut(
                system=system,
                kind=kind,
                at_least=row.at_least,
                unit=row.unit,
                factor=row.factor,
                decimals=row.decimals,
            )
            for system, kinds in SHOWN.items()
            for kind, rows in kinds.items()
            for row in rows
        ],
        stems=[
            StemOut(
                key=stem.key,
                name=stem.name,
                unit=stem.unit,
                words=list(stem.words),
                decimals=stem.decimals,
                points=[list(point) for point in stem.points],
            )
            for stem in stems()
        ],
        thermometers=[
            ThermometerOut(key=key, name=unit, per_c=per_c, at_0_c=at_0_c)
            for key, (unit, per_c, at_0_c) in THERMOMETERS.items()
        ],
        spooned=spooned_g_per_ml(),
        signs=[SignOut(key=key, **asdict(sign)) for key, sign in tables.SIGNS.items()],
        label_sheets=list(SHEETS),
        gas_words=[GasWordOut(most=most, words=words) for most, words in GAS_WORDS],
        marks=[NamedOut(key=str(mark), name=name) for mark, name in MARKS.items()],
        sides=[SideOut(key=key, low=low, high=high) for key, (low, high) in SIDES.items()],
        clarity=[
            ClarityOut(key=key, name=row.name, seen=row.seen, clear=row.clear)
            for key, row in tables.CLARITY.items()
        ],
        glossary=[
            TermOut(name=t.name, words=list(t.words), meaning=t.meaning)
            for t in tables.GLOSSARY.values()
        ],
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
