"""What each column of a printed nutrition table is for: 100 ml, 100 g, a serving; as sold or made
up.

Works on folded text (see core.pack.additives.fold), in English, German, French and Spanish.
"""

import re
from dataclasses import replace

from core.pack.basis import Basis
from core.pack.names import NUTRIENT
from core.pack.printed import AMOUNT, MONEY, SIZE, Amount, amount
from core.pack.states import stated

_PER = r"(?:per|pro|je|por|pour|par|for|cada|in|auf|en)"
_ONE = r"(?:an?|one|1|une?|uno|una|ein(?:e[mr]?)?)"
_SERVING = (
    r"(?:servings?|serve|portion(?:en|s)?|serv(?:ing|\.)?\s+size|glass|glas|verre|vaso|racion(?:es)?|porcion"
    r"|taille\s+de\s+(?:la\s+)?portion|tamano\s+de\s+(?:la\s+)?(?:porcion|racion)|bottle|flasche"
    r"|bouteille|botella|can|dose|carton|pack|becher|cups?|tasses?|tazas?|box|boite|brik|pouch"
    r"|tbsps?\.?|tablespoons?|tsps?\.?|teaspoons?|el|tl|essloffel|teeloffel|cucharad(?:it)?as?"
    r"|cuill?eres?(?:\s+a\s+(?:soupe|cafe|the))?|c\.?\s*a\s*(?:soupe|cafe|s\.?|c\.?)|pints?|pintas?)"
)
_MANY = r"(?:\d{1,2}|1/2|1/4|½|¼)"
_PER_AMOUNT = re.compile(
    rf"(?<!\w){_PER}(?![^\W\d_])\s*[:/]?\s*(?:{_ONE}\s+)?(?:(?:ca\.?|approx\.?|about)\s*)?{SIZE}"
)
# What may stand between a serving and its size: anything but another column's "per".
_FILLER = rf"(?:(?!(?<!\w){_PER}(?!\w))[^\d\n.;/])"
_PER_SERVING = re.compile(
    rf"(?<!\w)(?:{_PER}\s+)?(?:(?:{_ONE}|{_MANY})[^\S\n])?{_SERVING}(?!\w){_FILLER}{{0,24}}\n?{_FILLER}{{0,12}}"
    rf"(?:(?:\d{{1,2}}|\d/\d)\s(?!{_PER}(?!\w))[a-z]+\.?\s*\(?\s*)?{SIZE}(?:(?:\s+[a-z]+)?\s*[(/]\s*{SIZE})?"
)
# As a photograph reads it, with no space anywhere: "typicalvaluesper100ml".
_PER_GLUED = re.compile(rf"(?:per|pro|je|por|pour){SIZE}")
# "A 200ml glass contains", "100ml provides": the amount before the word.
_CONTAINS = re.compile(
    rf"{SIZE}[^\S\n]*(?:{_SERVING}[^\S\n]+)?(?:contains?|provides?|enthalt(?:en)?|contien(?:t|nent|e)"
    r"|fournit|aporta)(?!\w)(?!\s+no\b)"
)
_VITAMIN = re.compile(r"vitamin\w*\s+\w{1,4}\s+[\d.,]+\s*(?:mg|g|µg|ug|mcg)")
# No table is for more than a litre: what says so was misread.
_MOST = 1000
# Whatever a camera makes of the sign: "0,18 E / 100 ml", "100 ml = 0,12".
_PRICE_FOR = re.compile(rf"{MONEY}\s*[(/=]?\s*(?:{_PER})?\s*\Z|\d[.,]\d\d\s?\w?\s*/\s*\Z")
_FOR_PRICE = re.compile(rf"\s*[=:]?\s*{MONEY}|\s*=\s*\d")
# "(% RI* per 200 ml)" heads a column of shares, not of figures.
_SHARE = re.compile(r"%(?:(?![ ]{2})[^\n\t\d;|]){0,24}\Z")
_PER_ONE_SERVING = re.compile(rf"(?<!\w){_PER}\s+(?:{_ONE}\s+)?{_SERVING}(?!\w)")
_PER_LITRE = re.compile(
    rf"(?<!\w){_PER}\s+(?:litre|liter|litro|l)(?!\w)(?!\s+(?:cup|glass|serv|bott|tbsp|tasse|taza|vaso|portion))|(?<=g)/l(?!\w)"
)
_BARE_100 = re.compile(r"(?:/\s{0,8})?(?<![\w.,])(100)\s*(ml|g|gr)(?![a-z])")
_EITHER = re.compile(r"(?<!\w)(100)\s*(?:ml\s*/\s*g|g\s*/\s*ml|ml\s+(?:or|oder|ou|o)\s+g)(?!\w)")
# The next head in the line of a table: "100 ml    250 ml".
_NEXT_HEAD = re.compile(rf"(?:[ ]{{2,}}|[ ]?[|\t])[ ]*{SIZE}(?=[ ]*(?:[|\t\n*(]|$)|[ ]{{2,}}|[ ]%)")
_HEAD_BEFORE = re.compile(
    rf"(?:(?<![^\n])|[ ]{{2,}}|[|\t]|[^\W\d_])[ ]?{SIZE}(?:[ ]{{2,}}|[ ]?[|\t][ ]?)\Z"
)
# "Servings per pack 5".
_COUNTED = re.compile(r"(?:servings?|portionen|portions|raciones)\s+\Z")
# "200 ml Glas   100 ml": the glass is that of the size before it.
_SIZED = re.compile(r"(?<=\d)\s?(?:ml|cl|dl|l|g)[ ]\Z")
_MOST_DRUNK = 500.0
_FARTHEST = 40


def bases_in(folded: str) -> list[Basis]:
    """Every column's basis, in the order they are printed."""
    found = [
        Basis(100, "", False, match.start(), match.end(), sure=False)
        for match in _EITHER.finditer(folded)
    ]

    taken = bytearray(len(folded))
    for basis in found:
        taken[basis.start : basis.end] = b"\1" * (basis.end - basis.start)

    def free(match: re.Match[str]) -> bool:
        if any(taken[match.start() : match.end()]) or _is_price(folded, match):
            return False
        # "Vitamin C 24 mg per 100 ml" is of the vitamin alone.
        line = folded[max(match.start() - 60, 0) : match.start()].rpartition("\n")[2]
        return not _VITAMIN.search(line)

    for pattern in (_CONTAINS, _PER_SERVING, _PER_AMOUNT, _PER_GLUED, _BARE_100):
        for match in pattern.finditer(folded):
            if not free(match) or (pattern is _BARE_100 and _is_figure(folded, match.start())):
                continue
            if pattern is _PER_SERVING and _SIZED.search(
                folded, max(match.start() - _FARTHEST, 0), match.start()
            ):
                continue
            groups = match.groups()
            size = _surest(
                [
                    amount(groups[i], groups[i + 1])
                    for i in range(0, len(groups), 2)
                    if groups[i] is not None
                ]
            )
            value, unit = (size.ml, "ml") if size.ml is not None else (size.g, "g")
            # "Portion: 200 ml" tells a size; "per portion (200 ml)" heads a column.
            heads = pattern is not _PER_SERVING or bool(_BEGINS_HEAD.match(match[0]))
            if value and value <= _MOST and not _is_share(folded, match.start()):
                found.append(Basis(value, unit, False, *match.span(), size.sure, heads))
                taken[match.start() : match.end()] = b"\1" * (match.end() - match.start())
    found += _heads_beside(folded, found)
    found += [
        Basis(1000, "ml", False, *match.span())
        for match in _PER_LITRE.finditer(folded)
        if free(match)
    ]
    # "Contains 4 servings of 250 ml" speaks of the pack where a serving's own size stands too.
    of_pack = [b for b in found if not b.heads and folded[b.start].isdigit()]
    if any(not b.heads and b not in of_pack for b in found):
        found = [b for b in found if b not in of_pack]
    told = next((b for b in found if not b.heads), None)
    columns = [
        Basis(told.amount if told else 0, told.unit if told else "serving", False, *match.span())
        for match in _PER_ONE_SERVING.finditer(folded)
        if free(match)
        and not _is_share(folded, match.start())
        and not _COUNTED.search(folded, max(match.start() - _FARTHEST, 0), match.start())
    ]
    if told and not columns and not any(b.heads for b in found):
        found = [replace(b, heads=True) for b in found]
    found = sorted([*found, *columns], key=lambda basis: basis.start)
    return stated(folded, found, columns)


def _heads_beside(folded: str, found: list[Basis]) -> list[Basis]:
    """Sizes beside a head of 100 in its line that are heads themselves, bare as they are."""
    begun = {basis.start for basis in found}
    beside = []
    for basis in found:
        if basis.amount != 100 or not basis.heads:
            continue
        begins = max(folded.rfind("\n", 0, basis.start) + 1, basis.start - _FARTHEST)
        for match in (
            _HEAD_BEFORE.search(folded, begins, basis.start),
            _NEXT_HEAD.match(folded, basis.end),
        ):
            if match is None or match.start(1) in begun:
                continue
            size = amount(match[1], match[2])
            value, unit = (size.ml, "ml") if size.ml is not None else (size.g, "g")
            if value and value <= _MOST_DRUNK:
                beside.append(Basis(value, unit, False, match.start(1), match.end(2), size.sure))
    return beside


def shares_in(folded: str) -> list[tuple[int, int]]:
    """Where a size stands that a column of shares is of: it is neither basis nor pack."""
    sizes = _PER_AMOUNT.finditer(folded)
    return [match.span() for match in sizes if _is_share(folded, match.start())]


def prices_in(folded: str) -> list[tuple[int, int]]:
    """Where a size stands that a shelf edge compares prices by: it is neither basis nor pack."""
    hundreds = (match for match in AMOUNT.finditer(folded) if match[1] == "100")
    return [match.span() for match in hundreds if _is_price(folded, match)]


def _is_price(folded: str, match: re.Match[str]) -> bool:
    """Whether money is for so much there: "16p per 100 ml", "100 ml = 0,12 €"."""
    # A stroke before the size is the price's, not the size's: "0,18 / 100 ml".
    begins = match.start() + (folded[match.start()] == "/")
    before = folded[max(begins - 20, 0) : begins].rpartition("\n")[2]
    after = folded[match.end() : match.end() + 12].partition("\n")[0]
    return bool(_PRICE_FOR.search(before) or _FOR_PRICE.match(after))


def _is_share(folded: str, start: int) -> bool:
    return bool(_SHARE.search(folded[max(start - 26, 0) : start]))


# "Per serving (200 ml)", "1 tbsp (20 g)".
_BEGINS_HEAD = re.compile(
    rf"{_PER}(?!\w)|{_MANY}\s(?!serv|port|rac|glas|verre|vaso|bott|flasch|bout)"
)


def _is_figure(folded: str, start: int) -> bool:
    """Whether "100 g" there is a nutrient's figure, not what a column is for."""
    if folded[start] == "/":
        return False
    before = folded[max(start - 40, 0) : start]
    names = [match.end() for match in NUTRIENT.finditer(before)]
    return bool(names) and not re.search(r"[^\W\d_]{2,}|\n", before[names[-1] :])


def _surest(sizes: list[Amount]) -> Amount:
    """The volume that is not an ounce of some country, when one is given in brackets.

    A US label counts its fluid ounce as 30 ml, near enough what follows in brackets.
    """
    drinks = [size for size in sizes if size.ml is not None]
    return next((s for s in (*drinks, *sizes) if s.sure), (drinks or sizes)[0])
