"""What a label calls the thing, whose it is, and what it costs.

Works on folded text (see core.pack.additives.fold); what is found is cut from the text as printed.
"""

import re
from dataclasses import dataclass

from core.errors import JobError
from core.pack.fruit_names import fruits_in, kinds_in
from core.pack.names import NUTRIENT
from core.pack.printed import AMOUNT, MONEY, read_price_tag

_MOST_LINES, _LONGEST = 3, 60
_ENDS = re.compile(r"[.,:;|]\s|\s{2,}|\t")
_SIZE = re.compile(rf"\s*(?:net\s*(?:wt|weight|contents?)(?!\w).*|(?:{AMOUNT.pattern}).*)$")
_SMALL_PRINT = re.compile(
    r"ingred|zutat|nutri|nahrwert|brennwert|informacion|valor|valeur|average|typical|durchschnitt"
    r"|per\s|pro\s|je\s|pour\s|por\s|energ|calor|serv|dilut|amount"
)
# What is said of any drink is nobody's name.
_TALK = re.compile(
    r"(?:each|not?|non|nicht|sans|sin|ohne|without|free|frei|from|aus|water|wasser|eau|agua|sugar|zucker"
    r"|sucre|azucar|shake|best|keep|store|once|makes?|mix|contains?|enthalt|contient|contiene"
    r"|directions?|hinweise?|zubereitung|conseils?|consejos?|(?:fruit|juice)\s+content|frucht\w*gehalt|teneur|contenido)(?!\w)"
)
_LITTLE_WORD = 3
_SEVERAL = re.compile(rf"(?<![\w.,])\d{{1,2}}\s*(?:for|fur|por|pour|x)\s*{MONEY}")
_ONE = re.compile(rf"(?<![\w.,]){MONEY}")
# Money for so much is no price of a pack.
_FOR_SO_MUCH = re.compile(r"\s*(?:/|per\b|je\b|pro\b|pour\b|por\b|\bp?\s?/)")
_SIGNS = {"£": "GBP", "€": "EUR", "$": "", "p": "GBP", "¢": "", "ct": "EUR", "pence": "GBP"}


@dataclass(frozen=True, slots=True)
class Found:
    """Something of the title at `start` to `end`; `value` as it is meant."""

    key: str
    value: str
    start: int
    end: int


def title_of(text: str, folded: str) -> list[Found]:
    """The `name` of the thing and its `brand`, as far as the first lines tell them apart: the line
    that says what it is, and another that does not."""
    pieces = _pieces(text, folded)
    telling = [p for p in pieces if kinds_in(folded[p[0] : p[1]]) or fruits_in(folded[p[0] : p[1]])]
    if not telling:
        named = [p for p in pieces[:1] if not _is_talk(folded[p[0] : p[1]])]
        return [_found("name", text, *piece) for piece in named]
    name = telling[0]
    others = [
        (start, end)
        for start, end in pieces
        if (start, end) not in telling and _is_name(text[start:end], folded[start:end])
    ]
    found = [_found("name", text, *name)]
    if others:
        found.append(_found("brand", text, *others[0]))
    return found


def _is_name(printed: str, folded: str) -> bool:
    """Whether it may be somebody's: its words begin with capitals, and say nothing of the drink."""
    words = re.findall(r"[^\W_]+", printed)
    if any(letter.isdigit() for letter in printed):
        return False
    capitals = [word[0].isupper() for word in words if len(word) > _LITTLE_WORD]
    return bool(capitals) and all(capitals) and not _is_talk(folded)


def _is_talk(folded: str) -> bool:
    return bool(_TALK.match(folded) or NUTRIENT.match(folded))


def _pieces(text: str, folded: str) -> list[tuple[int, int]]:
    """Stretches of the first lines, without sizes and before the small print."""
    found: list[tuple[int, int]] = []
    at = len(text) - len(text.lstrip())
    for _ in range(_MOST_LINES):
        end = folded.find("\n", at)
        end = len(folded) if end < 0 else end
        begins = at
        for stop in [*(m for m in _ENDS.finditer(folded, at, end)), None]:
            if _SMALL_PRINT.match(folded, begins):
                return found
            ends = stop.start() if stop else end
            size = _SIZE.search(folded[begins:ends])
            kept = folded[begins:ends][: size.start()] if size else folded[begins:ends]
            stripped = kept.strip(" -–,.")
            if len(re.findall(r"[^\W\d_]", stripped)) >= 3:
                first = begins + folded[begins:ends].index(stripped)
                found.append((first, first + min(len(stripped), _LONGEST)))
            begins = stop.end() if stop else end
        at = end + 1
        if at >= len(folded):
            break
    return found


def _found(key: str, text: str, start: int, end: int) -> Found:
    return Found(key, " ".join(text[start:end].split()), start, end)


def price_of(folded: str) -> list[Found]:
    """The `price` of one pack, and its `currency` where the sign tells one; nothing where several
    stand there."""
    several = _SEVERAL.search(folded)
    if several:
        matches = [several]
    else:
        matches = [
            match for match in _ONE.finditer(folded) if not _FOR_SO_MUCH.match(folded, match.end())
        ]
    prices = set()
    for match in matches:
        try:
            prices.add(read_price_tag(match[0].replace("fur", "for")))
        except JobError:
            continue
    if len(prices) != 1:
        return []
    match = matches[0]
    found = [Found("price", f"{prices.pop():.2f}", match.start(), match.end())]
    sign = next((code for sign, code in _SIGNS.items() if sign in match[0] and code), "")
    if sign:
        found.append(Found("currency", sign, match.start(), match.end()))
    return found
