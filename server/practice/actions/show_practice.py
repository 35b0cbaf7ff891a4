"""Show what the batches of a kitchen taught, and where its money went."""

from collections.abc import Iterable
from zoneinfo import ZoneInfo

from core import tables
from core.files.recipe_file import money_text
from core.learn.groups import Group, grouped
from core.learn.outcome import Outcome, Pair
from core.learn.spending import SUPPLIES, Line, Spent, spending
from core.learn.words import looking_back, said
from core.shelf.supplies import KINDS as SUPPLY_KINDS
from server.accounts.models import Account
from server.jugs.outcomes import OUTCOME, SPENT, found_of, supplies_of
from server.practice.schemas import (
    BatchOut,
    FactOut,
    GroupOut,
    PairOut,
    PracticeOut,
    SpendingLineOut,
    SpendingOut,
)
from server.shelf.models import ProductPrice

_KINDS = {
    "juice": "Juice",
    "concentrate": "Concentrate",
    "kit": "Kits",
    "syrup": "Syrup and honey",
    "powder": "Powder",
    "sugar": "Sugar",
    "fruit": "Fruit",
    "acid": "Acid",
    "tannin": "Tannin",
    "water": "Water",
    SUPPLIES: "Yeast, caps and the rest",
}


# Lines of the newest batches; all of them count in the groups.
_MOST_LINES = 100


def show_practice(account: Account) -> PracticeOut:
    """All of it, in as many queries for ten years as for one."""
    jugs = account.jugs.filter(removed_at=None)
    kept = list(jugs.order_by("-number").values_list("id", "number", "name", "outcome", "spent"))
    batches = [
        (jug, number, name, OUTCOME.validate_json(outcome))
        for jug, number, name, outcome, _ in kept
        if outcome
    ]
    came = [one for *_, one in batches]
    places = _places(account)
    found = found_of(account)
    return PracticeOut(
        said=looking_back(len(batches), found),
        facts=[
            FactOut(
                key=fact.key,
                text=said(fact),
                batches=fact.batches,
                sure=fact.sure,
                on=fact.key not in account.found_off,
            )
            for fact in found
        ],
        batches=[_batch(*line) for line in batches[:_MOST_LINES]],
        by_juice=_groups((one, _cartons(one)) for one in came),
        by_yeast=_groups((one, [_yeast(one.yeast)]) for one in came),
        by_shop=_groups(
            (one, [places[name] for name in _cartons(one) if name in places]) for one in came
        ),
        spending=_spending(account, [SPENT.validate_json(spent) for *_, spent in kept if spent]),
    )


def _batch(jug: int, number: int, name: str, came: Outcome) -> BatchOut:
    planned, paid = came.litre
    return BatchOut(
        jug=jug,
        number=number,
        name=name,
        start=_pair(came.start),
        end=_pair(came.end),
        abv=_pair(came.abv),
        lost_ml=_pair(came.lost_ml),
        days=_pair(came.days) if came.days else None,
        litre_planned=None if planned is None else money_text(planned),
        litre_paid=None if paid is None else money_text(paid),
    )


def _pair(pair: Pair) -> PairOut:
    return PairOut(expected=pair.expected, found=pair.found)


def _cartons(came: Outcome) -> list[str]:
    return [carton.name for carton in came.cartons]


def _yeast(key: str) -> str:
    named = tables.YEASTS.get(key)
    return named.name if named else "Another yeast"


def _places(account: Account) -> dict[str, str]:
    """Where each thing of the shelf was bought last, by its name."""
    seen = ProductPrice.objects.filter(product__account=account).exclude(place="")
    return dict(seen.order_by("on", "id").values_list("product__name", "place"))


def _groups(batches: Iterable[tuple[Outcome, Iterable[str]]]) -> list[GroupOut]:
    return [_group(line) for line in grouped(list(batches))]


def _group(line: Group) -> GroupOut:
    return GroupOut.model_validate(line, from_attributes=True)


def _spending(account: Account, batches: list[Spent]) -> SpendingOut:
    zone = ZoneInfo(account.time_zone)
    begun = [one.begun.astimezone(zone) for one in batches]
    months = [f"{day.year}-{day.month:02}" for day in begun]
    found = spending(list(zip(months, batches, strict=True)), supplies_of(account))
    supplies = [SUPPLY_KINDS[kind].lower() for kind in found.unpriced_supplies]
    return SpendingOut(
        months=[_line(line, line.name) for line in found.months],
        kinds=[_line(line, _KINDS.get(line.name, line.name)) for line in found.kinds],
        money=money_text(found.money),
        per_litre=None if found.per_litre is None else money_text(found.per_litre),
        unpriced=[*found.unpriced, *supplies],
    )


def _line(line: Line, name: str) -> SpendingLineOut:
    return SpendingLineOut(
        key=line.name,
        name=name,
        money=money_text(line.money),
        share=line.share,
        bottled_ml=line.bottled_ml,
    )
