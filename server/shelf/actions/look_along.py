"""Look along the shelf: search, filter, sort, a stretch at a time."""

from django.db.models import Count, F, OrderBy, Q, QuerySet

from server.accounts.models import Account
from server.shelf.actions.judge import describe, judge_again, judged_by
from server.shelf.models import Product
from server.shelf.schemas import ShelfOut, ShelfQuery, Sort

_ORDER: dict[Sort, tuple[str | OrderBy, ...]] = {
    "newest": ("-added_at", "-id"),
    "name": ("name", "id"),
    "sugar_price": (F("sugar_price").asc(nulls_last=True), "id"),
    "strength": (F("strength_alone").desc(nulls_last=True), "id"),
    "acid": (F("acid_g_per_l").desc(nulls_last=True), "id"),
    "litre_price": (F("litre_price").asc(nulls_last=True), "id"),
    "at_home": ("-at_home", "name", "id"),
}
_JUDGED = (
    "facts", "facts_of", "verdict", "sugar_price", "litre_price", "strength_alone", "acid_g_per_l",
)  # fmt: skip


def look_along(account: Account, query: ShelfQuery) -> ShelfOut:
    """The products asked for, with how many there are in all."""
    standing = account.products.filter(removed_at=None)
    _bring_up_to_date(standing)
    found = standing
    for word in query.search.split():
        found = found.filter(
            Q(name__icontains=word) | Q(fruit__icontains=word) | Q(barcode__startswith=word)
        )
    if query.kind:
        found = found.filter(kind__in=query.kind)
    if query.verdict:
        found = found.filter(verdict__in=query.verdict)
    if query.home:
        found = found.filter(at_home__gt=0)
    counts = standing.aggregate(standing=Count("id"), at_home=Count("id", filter=Q(at_home__gt=0)))
    total = found.count()
    stretch = found.order_by(*_ORDER[query.sort])[query.offset : query.offset + query.limit]
    return ShelfOut(
        total=total,
        standing=counts["standing"],
        at_home=counts["at_home"],
        items=[describe(product) for product in stretch],
    )


def _bring_up_to_date(standing: QuerySet[Product]) -> None:
    """Judge again what another core judged: after an update, once."""
    stale = list(standing.exclude(facts_of=judged_by()))
    for product in stale:
        judge_again(product)
    Product.objects.bulk_update(stale, _JUDGED, batch_size=500)
