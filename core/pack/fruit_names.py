"""Fruits and kinds of drink by their names in English, German, French and Spanish."""

import re
from dataclasses import dataclass
from functools import cache

from core.pack.additives import fold
from core.tables import rows

# What the word says the thing is, the most telling first. "Juice from concentrate" is juice.
_KINDS = (
    ("kit", r"(?:wine|cider|perry|fruit)\s+kit|ansatz\s*set|weinset"),
    (
        "powder",
        r"(?:(?:drink|juice|fruit)\s+)?(?:drink\s+)?powder|powdered\s+drink|getrankepulver|pulver"
        r"|boisson\s+en\s+poudre|en\s+poudre|en\s+polvo",
    ),
    (
        "syrup",
        r"cordials?|squash|\w*sirup\w*|syrup\w*|sirop\w*|jarabe\w*|honey|\w*honig|miel|sirope\w*"
        r"|\w*dicksaft"
        r"|molasses|treacle",
    ),
    # "Frozen pear juice concentrate" is concentrate.
    (
        "fruit",
        r"frozen\s+(?!(?:\w+\s+){0,3}concentrate)\w+|tiefgekuhlt\w*|tk-\w+|surgele\w*|congelad\w+",
    ),
    (
        "concentrate",
        r"concentrate(?!d)|concentrated\s+(?:\w+\s+){0,2}(?:juice|must)|(?<!\w)konzentrat"
        r"|\w{3,}saftkonzentrat(?!e)|concentre\s+de|concentrado\s+de"
        r"|(?:jus|zumo|jugo|mosto)\s+(?:(?:de\s+)?\w+\s+)?concentr(?:e|ado)",
    ),
    (
        "juice",
        r"juices?|\w*saft\w*|jus|zumos?|jugos?|nectars?|\w*nektar\w*|drink|\w*getrank\w*|boisson"
        r"|bebida|must|mosto",
    ),
    (
        "sugar",
        r"(?:white|caster|granulated|brown|brewing)\s+sugar|dextrose|haushaltszucker"
        r"|sucre\s+blanc|azucar\s+blanco",
    ),
)
_FROM_CONCENTRATE = re.compile(
    r"(?:not\s+)?from\s+(?:\w+\s+)?concentrate|aus\s+\w*konzentrat\w*|a\s+(?:partir|base)\s+de\s+"
    r"(?:\w+\s+)*concentr\w+|de\s+concentr\w+|a\s+partir\s+de\s+concentrado"
)

# Fruit of its own, named after another: as sour as lemons, and in no table here.
_ANOTHER = re.compile(
    r"(?<!\w)(?:(?:bitter|sour|seville)[\s-]+oranges?|bitterorangen?\w*|pomeranzen?\w*"
    r"|oranges?\s+ameres?|bigarades?|naranjas?\s+(?:amargas?|agrias?))(?!\w)"
)


@cache
def _fruit_pattern() -> tuple[re.Pattern[str], dict[str, str]]:
    keys = {
        fold(name): row["key"] for row in rows("fruit_names") for name in row["names"].split("|")
    }
    # German joins: "birnensaft" is pear. Longest first, so that a red grape is not a grape.
    names = sorted(keys, key=len, reverse=True)
    joined = "|".join(re.escape(name).replace(r"\ ", r"\s+") for name in names)
    return re.compile(
        rf"(?<!\w)({joined})(?:n|s)?(?:direkt|mutter|dick|fruchte?)?(?:saft\w*|nektar\w*|getrank\w*|sirup\w*)?(?!\w)"
    ), keys


@dataclass(frozen=True, slots=True)
class Named:
    """A fruit or kind named at `start` to `end`; `in_title` when in the name of the thing."""

    key: str
    start: int
    end: int
    in_title: bool


def fruits_in(folded: str) -> list[Named]:
    """Fruits named in folded text: those of the title, or else those of the small print."""
    pattern, keys = _fruit_pattern()
    end = _title_end(folded)
    named = _ANOTHER.sub(lambda match: " " * len(match[0]), folded)
    found = [
        Named(keys[" ".join(match[1].split())], match.start(), match.end(), match.start() < end)
        for match in pattern.finditer(named)
    ]
    return [fruit for fruit in found if fruit.in_title] or found


def kinds_in(folded: str) -> list[Named]:
    """Kinds of pour that the words make it, the most telling of the title first, then those of
    the small print."""
    masked = _FROM_CONCENTRATE.sub(lambda match: " " * len(match[0]), folded)
    end = _title_end(folded)
    found = []
    for kind, words in _KINDS:
        match = re.search(rf"(?<!\w)(?:{words})(?!\w)", masked)
        if match:
            found.append(Named(kind, match.start(), match.end(), match.start() < end))
    return sorted(found, key=lambda named: not named.in_title)


_LINE = re.compile(r"\n|\.\s")
_BODY = re.compile(
    r"ingredients|zutaten|ingredientes|nutrition|nahrwert|valeurs?\s+nutri|informacion\s+nutri"
    r"|typical\s+values|per\s+100|je\s+100|pro\s+100|por\s+100|pour\s+100|energy|energie|brennwert"
)


def _title_end(folded: str) -> int:
    """Where the name of the thing ends: with its line, its sentence, or where the small print
    begins."""
    begins = len(folded) - len(folded.lstrip())
    ends = [
        match.start() for match in (_BODY.search(folded), _LINE.search(folded, begins)) if match
    ]
    return min([*ends, begins + 120])
