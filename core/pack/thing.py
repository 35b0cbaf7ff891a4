"""What a label says the thing is: its kind, its fruit, its share of juice, what to expect of it.

Works on folded text (see core.pack.additives.fold), in English, German, French and Spanish.
"""

import re
from collections.abc import Iterator

from core.pack.field import Field
from core.pack.fruit_names import Named, fruits_in, kinds_in
from core.pack.printed import number
from core.pack.sizes import WATER

INGREDIENTS = re.compile(
    r"(?<!\w)(?:ingredients?|zutat(?:en)?|ingredientes?|composition|composicion)(?!\w)"
)
_WATERED = re.compile(rf"(?<!\w){WATER}(?!\w)")
_AMONG = "Named among the ingredients only."


def kind_and_fruit(folded: str) -> Iterator[Field]:
    """`kind` and `fruit`, keys of core's tables; doubtful where the small print alone says so."""
    kinds, fruits = _as_made_up(kinds_in(folded), folded), fruits_in(folded)
    if kinds:
        yield _named("kind", kinds[0], _about_kind(kinds, folded))
    if not fruits:
        return
    first = fruits[0]
    doubt = ""
    if len({fruit.key for fruit in fruits}) > 1:
        doubt = "More than one fruit: which is most of it?"
    elif not first.in_title:
        # "Ingredients: pear juice" says it; lemon juice in a cordial does not.
        juice = [kind.key for kind in kinds] == ["juice"]
        of_it = _JUICE_NEXT.match(folded, first.end) or _JUICE_BEFORE.search(folded, 0, first.start)
        if not juice or not of_it:
            doubt = _AMONG
    yield _named("fruit", first, doubt)


_JUICE_NEXT = re.compile(r"\s*(?:juice|saft|nectar|drink)|(?<=saft)|(?<=nektar)")
_JUICE_BEFORE = re.compile(r"(?:jus|zumo|jugo|nectar)\s+(?:de\s+|du\s+|d['’]|la\s+)*\Z")


def _as_made_up(kinds: list[Named], folded: str) -> list[Named]:
    """The kinds, juice first where the ingredients are "water, juice concentrate": that is one
    made up again."""
    listed = INGREDIENTS.search(folded)
    if not kinds or kinds[0].key != "concentrate" or kinds[0].in_title or listed is None:
        return kinds
    if not _WATERED.search(folded, listed.end()):
        return kinds
    return sorted(kinds, key=lambda kind: kind.key != "juice")


def _about_kind(kinds: list[Named], folded: str) -> str:
    if kinds[0].in_title or (len(kinds) == 1 and kinds[0].key == "juice"):
        return ""
    if len(kinds) > 1:
        return "The small print names more than one kind."
    # A syrup among the ingredients is in the thing; it is not the thing.
    listed = INGREDIENTS.search(folded)
    return "" if listed is None or kinds[0].start < listed.start() else _AMONG


def _named(key: str, named: Named, doubt: str) -> Field:
    return Field(key, named.key, named.start, named.end, doubt)


_SHARE = re.compile(
    r"(?:fruit\s+content|juice\s+content|fruchtgehalt|fruchtsaftgehalt|teneur\s+en\s+(?:fruits?|jus)"
    r"|contenido\s+de\s+(?:fruta|zumo|jugo))\s*:?\s*(?:minimum|min\.?|mindestens|minimo|au\s+moins)?\s*"
    r"(\d{1,3}(?:[.,]\d)?)\s*%"
    r"|(?:juice|saft|jus|zumo|jugo)(?:\s+[^\W\d_]+){0,7}\s*[(:]?\s*(\d{1,3}(?:[.,]\d)?)\s*%"
    r"|(\d{1,3}(?:[.,]\d)?)\s*%\s*(?:\w+\s+){0,3}(?:juice|saft|jus|zumo|jugo)"
)


def juice_share_in(folded: str) -> Iterator[Field]:
    """`juice`: per cent of the thing that is juice or fruit."""
    matches = list(_SHARE.finditer(folded))
    if matches:
        match = matches[0]
        said = next(group for group in match.groups() if group)
        doubt = "More than one share stands there." if len(matches) > 1 else ""
        if number(said) <= 100:
            yield Field("juice", said.replace(",", "."), match.start(), match.end(), doubt)


_HINTS = (
    (
        r"(?<!\w)nectars?(?!\w)|(?<!\w)nektar\w*",
        "nectar",
        "A nectar is fruit pulp let down with sugar and water: expect heavy lees.",
    ),
    (
        r"juice\s+drink|fruit\s+drink|fruchtsaftgetrank|fruchtgetrank|boisson\s+(?:aux?|de)\s|bebida\s+de",
        "drink",
        "A drink is part water and flavour: it makes a thin wine by itself.",
    ),
    (
        r"from\s+concentrate|konzentrat|concentre|concentrado",
        "from_concentrate",
        "From concentrate: as good to ferment as any, and clear.",
    ),
    (
        r"no\s+added\s+sugars?|ohne\s+zuckerzusatz|sans\s+sucres?\s+ajoute\w*|sin\s+azucar\w*\s+anadid\w*",
        "no_added_sugar",
        "No sugar added: what is printed is the fruit's own, or a sweetener's work.",
    ),
    (
        r"carbonated|sparkling|kohlensaure|gazeu\w+|petillant\w*|con\s+gas|gasificad\w+",
        "fizzy",
        "It is fizzy: flatten it first, or the reading and the foam will both be wrong.",
    ),
    (
        r"with\s+pulp|bits|fruchtfleisch|avec\s+pulpe|con\s+pulpa|naturally\s+cloudy|naturtrub\w*",
        "pulpy",
        "It is pulpy: start with more than you want to bottle.",
    ),
    (
        r"(?:needs|add|requires|plus|zugeben|ajouter|anadir)\s+[\d.,]+\s*k?g\s+(?:of\s+|de\s+)?"
        r"(?:sugar|zucker|sucre|azucar)",
        "expects_sugar",
        "It expects sugar of yours: pour that too, or a juice that carries as much.",
    ),
    (
        r"keep\s+refrigerated|unpasteuri[sz]ed|raw\s+juice|nicht\s+pasteurisiert|non\s+pasteurise\w*|sin\s+pasteurizar",
        "raw",
        "Not pasteurised, or opened before its time: it may have begun by itself.",
    ),
)  # fmt: skip


# What is said to be otherwise, or once it is open, or of what it is drunk with.
_NOT_SO = re.compile(
    r"(?:not|nicht|pas|no)\s+(?:from|aus|a\s+base\s+de|de)\s+\w*\s*(?:concentrat\w*|konzentrat\w*|concentr\w+)"
    r"|(?:no|without|ohne|sans|sin)\s+(?:added\s+)?(?:bits|pulp|fruchtfleisch|pulpe|pulpa)"
    r"|(?:once|after|when)\s+open\w*[^.\n]*|keep\s+refrigerated\s+(?:once|after|when)[^.\n]*"
    r"|(?:sparkling|carbonated|soda)\s+water|kohlensaurehaltig\w*\s+wasser|eau\s+(?:gazeuse|petillante)"
    r"|agua\s+(?:con\s+gas|gasificada)"
)


def hints_in(folded: str) -> tuple[tuple[str, str], ...]:
    """What the words on it lead to expect, as (code, sentence)."""
    said = _NOT_SO.sub(" ", folded)
    return tuple((code, text) for pattern, code, text in _HINTS if re.search(pattern, said))
