"""A drink whose list of ingredients was seen, and names no juice: a soda, a squash of flavours."""

import re

from core.pack.additives import fold
from core.pack.sizes import WATER
from core.pack.thing import INGREDIENTS

# Whatever is or was fruit, in the languages the reader knows; what only tastes of it is none.
_JUICE = re.compile(
    r"\w*(?:juice|saft|puree|pulp|concentrat|konzentrat|concentrad|nectar|nektar|smoothie)\w*"
    r"|(?<!\w)(?:jus|zumo|jugo|must|mout|mosto|most|mark|cider|fruits?|frucht\w*|fruta|crushed|whole)(?!\w)"
)
_FLAVOUR = re.compile(
    r"(?:fruits?|frucht\w*|fruta|juice|saft)[\s-]+(?:\w+\s+)?(?:flavou?r\w*|aroma\w*|arome\w*)"
    r"|(?:no|0\s*%|without|ohne|sans|sin)\s+(?:fruit\s+)?(?:juice|saft|jus|zumo)"
)
_BEGINS_WITH_WATER = re.compile(rf"[\s:(]*(?:\w+\s+){{0,2}}{WATER}(?:\s+\w+){{0,2}}\s*,")


def names_no_juice(text: str) -> bool:
    """Whether a label's text has a list of ingredients that begins with water and names nothing
    that is or was fruit. False where no list was seen, or where it could be either."""
    folded = fold(text)
    listed = INGREDIENTS.search(folded)
    begins = folded[listed.end() :] if listed else folded
    if not _BEGINS_WITH_WATER.match(begins) or (listed is None and begins.count(",") < 2):
        return False
    return not _JUICE.search(_FLAVOUR.sub(" ", folded))


def printed_share(kind: str, juice_percent: float | None, text: str) -> float | None:
    """Per cent of a drink that is juice: as somebody said, or nought where its list names none."""
    if juice_percent is None and kind == "juice" and text and names_no_juice(text):
        return 0.0
    return juice_percent
