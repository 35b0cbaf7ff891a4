"""Say what core makes of a product, and keep it beside it."""

import hashlib
from decimal import Decimal
from functools import cache
from pathlib import Path

import core
from core.errors import JobError
from core.measure.money import money
from core.pack.declared import printed
from core.pack.reader import ingredients_of
from core.shelf import supplies
from core.shelf.facts import beside_label, facts
from core.shelf.verdict import WORDS, preservatives, verdict
from server.shelf.models import Product
from server.shelf.schemas import (
    BesideOut,
    FactsOut,
    IntervalOut,
    PrintedIn,
    ProductOut,
    VerdictOut,
)


@cache
def judged_by() -> str:
    """Names the rules that judge now: facts that others made are made anew."""
    seen = hashlib.sha256()
    here = Path(core.__file__).parent
    for path in sorted([*here.rglob("*.py"), *here.glob("data/*.csv"), Path(__file__)]):
        seen.update(path.read_bytes())
    return seen.hexdigest()[:16]


def judge(product: Product) -> FactsOut:
    """Core's facts and verdict, set on the product but not saved. Raises JobError."""
    known = _of_supply(product) if product.kind in supplies.KINDS else _of_drink(product)
    product.facts = known.model_dump(mode="json")
    product.facts_of = judged_by()
    product.verdict = known.verdict.code
    product.sugar_price = known.price_per_100_g_sugar
    product.litre_price = known.price_per_litre
    product.strength_alone = known.strength_alone.value if known.strength_alone else None
    product.acid_g_per_l = known.acid_g_per_l.value if known.acid_g_per_l else None
    return known


def judge_again(product: Product) -> None:
    """Judge by today's rules what was put on the shelf under others. One that they refuse says
    so, and the rest of the shelf stands."""
    try:
        judge(product)
    except JobError as error:
        product.facts = _refused(error).model_dump(mode="json")
        product.facts_of = judged_by()
        product.verdict = "refused"
        product.sugar_price = product.litre_price = None
        product.strength_alone = product.acid_g_per_l = None


def _refused(error: JobError) -> FactsOut:
    return _without_figures("refused", f"Edit its label: {error.text}", None)


def _without_figures(code: str, reason: str, price_each: Decimal | None) -> FactsOut:
    return FactsOut(
        sugar_g_per_l=None,
        sugar_g_per_100_g=0.0,
        reads=None,
        strength_alone=None,
        acid_g_per_l=None,
        price_per_100_g_sugar=None,
        price_per_litre=None,
        price_each=price_each,
        verdict=VerdictOut(code=code, word=WORDS[code], reason=reason, uses=[]),
        preservatives=None,
        beside=None,
    )


def _of_drink(product: Product) -> FactsOut:
    pour = product.pour()
    known = facts(pour, product.pack())
    ingredients = ingredients_of(product.label_text) if product.label_text else None
    found = verdict(pour, known, ingredients)
    named = preservatives(ingredients) if ingredients else None
    beside = beside_label(pour)
    return FactsOut(
        sugar_g_per_l=IntervalOut.of(known.sugar_g_per_l) if known.sugar_g_per_l else None,
        sugar_g_per_100_g=known.sugar_g_per_100_g,
        reads=IntervalOut.of(known.reads) if known.reads else None,
        # What will not ferment comes to nothing, alone or not.
        strength_alone=IntervalOut.of(known.strength_alone)
        if known.strength_alone and found.code != "will_not_ferment"
        else None,
        acid_g_per_l=IntervalOut.of(known.acid_g_per_l) if known.acid_g_per_l else None,
        price_per_100_g_sugar=known.price_per_100_g_sugar,
        price_per_litre=known.price_per_litre,
        price_each=None,
        verdict=VerdictOut(
            code=found.code, word=found.word, reason=found.reason, uses=list(found.uses)
        ),
        preservatives=named if named is None else list(named),
        beside=BesideOut(
            label_reads=IntervalOut.of(beside.label_reads),
            measured_sg=beside.measured_sg,
            agree=beside.agree,
            sentence=beside.sentence,
        )
        if beside
        else None,
    )


def _of_supply(product: Product) -> FactsOut:
    price, pieces = product.price, product.pack_count
    each = money(price / pieces) if price is not None and pieces else None
    return _without_figures("supply", "Helps the brew; is not poured.", each)


def describe(product: Product) -> ProductOut:
    """The product with what core made of it."""
    label = product.label() if product.made_up and product.verdict != "refused" else None
    sold = (
        PrintedIn(sugars_g=printed(label), per_ml=label.amount)
        if label
        else PrintedIn(sugars_g=product.sugars_g, per_ml=product.per_ml, per_g=product.per_g)
        if product.sugars_g
        else None
    )
    return ProductOut(
        id=product.id,
        **product.as_typed(),
        as_sold=sold,
        measured_on=product.measured_on,
        facts=FactsOut.model_validate(product.facts),
    )
