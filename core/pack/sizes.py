"""How a label says the thing is made up, and how much of it there is.

Works on folded text (see core.pack.additives.fold), in English, German, French and Spanish.
"""

import re
from bisect import bisect_right
from collections.abc import Iterator

from core.pack.field import Field
from core.pack.names import NUTRIENT
from core.pack.printed import AMOUNT, Amount, amount
from core.pack.view import blank

_WORDS = {
    word: count
    for count, words in enumerate(
        (
            "one",
            "two zwei deux dos",
            "three drei trois tres",
            "four vier quatre cuatro",
            "five funf cinq cinco",
            "six sechs seis",
            "seven sieben sept siete",
            "eight acht huit ocho",
            "nine neun neuf nueve",
            "ten zehn dix diez",
        ),
        start=1,
    )
    for word in words.split()
}
_COUNT = rf"(\d{{1,2}}|{'|'.join(sorted(_WORDS, key=len, reverse=True))})"
_PART = r"(?:parts?|teile?n?|volumes?|partes?|doses?|mesures?|measures?|vol\.?)"
WATER = r"(?:water|wasser|eau|agua)"
_PARTS = re.compile(
    rf"(?<!\w)(?:1|one|ein(?:e[nm]?)?|une?|una)\s+{_PART}(?!\w)[^.\d]{{0,60}}?(?<!\w){_COUNT}\s+{_PART}?"
    rf"\s*(?:of\s+|de\s+|d')?(?:\w+\s+)?{WATER}(?!\w)"
)
_PARTS_LAST = re.compile(
    rf"(?<!\w)(?:1|one|ein(?:e[nm]?)?|une?|una)\s+{_PART}(?!\w)[^.\d]{{0,40}}?(?<!\w){_COUNT}\s+{_PART}(?!\w)"
)
WATER_FIRST = re.compile(
    rf"(?:add|mit|with|ajouter|anadir|anada)\s+{_COUNT}\s+{_PART}\s+(?:of\s+|de\s+|d')?(?:\w+\s+)?{WATER}"
)
_DILUTE_WORD = (
    r"(?:dilut\w*|mix\w*|mischung\w*|verdunn\w*|verhaltnis|mischen|dilue\w*|diluer|dilui\w*|diluc\w*"
    r"|mezcl\w*|ratio|concentrate|proportion\w*|reconstitu\w*)"
)
_RATIO = re.compile(rf"{_DILUTE_WORD}[^.\d\n]{{0,40}}(?<!\d)1\s*([:+/])\s*(\d{{1,2}})(?!\d)")
_RATIO_FIRST = re.compile(r"(?<!\d)1\s*([+])\s*(\d{1,2})(?!\d)(?!\s*(?:g|ml|l)\b)")
_SOME = AMOUNT.pattern
_MAKES = re.compile(
    rf"(?:makes|make|yields|gives|ergibt|ergeben|donne|rinde|produces|prepare|prepara|reconstitutes\s+to"
    rf"|fur)\s*(?:up\s+to|about|approx\.?|bis\s+zu|ca\.?|etwa|jusqu'a|environ|hasta|unos)?\s*{_SOME}"
    rf"(?:\s*[(/]\s*{_SOME})?"
)


def dilution_in(folded: str) -> Iterator[Field]:
    """`dilution`, parts of water to one, and `makes`, ml: as far as either is told."""
    for pattern in (_PARTS, WATER_FIRST, _PARTS_LAST):
        match = pattern.search(folded)
        if match:
            parts = _WORDS.get(match[1]) or int(match[1])
            yield Field("dilution", str(parts), match.start(), match.end())
            break
    else:
        match, plus = _RATIO.search(folded), _RATIO_FIRST.search(folded)
        if plus and (match is None or match[2] == plus[2]):
            match = plus
        if match and int(match[2]) > 0:
            doubt = (
                ""
                if match[1] == "+"
                else (
                    f"1{match[1]}{match[2]}: one part to {match[2]} of water, or one in {match[2]}?"
                )
            )
            yield Field("dilution", match[2], match.start(), match.end(), doubt)
    made = _MAKES.search(folded)
    if made:
        size = amount(made[1], made[2])
        if not size.sure and made[3]:
            size = amount(made[3], made[4])
        if size.ml:
            doubt = _about_size(size)
            yield Field("makes", f"{size.ml:g}", made.start(), made.end(), doubt)


def _about_size(size: Amount) -> str:
    if size.sure:
        return ""
    if size.g is not None:
        return "Is that ounce a weight, or a fluid ounce? Give it in g or ml."
    return "A fluid ounce or pint differs by country: give it in ml."


_SERVING = re.compile(
    r"(?<!\w)(?:servings?|portions?(?:sgr\w*)?|racion(?:es)?|porcion(?:es)?)(?!\w)"
)
_SERVING_LETTERS, _MOST_SERVED = 45, 500.0


def serving_in(folded: str) -> Iterator[Field]:
    """How much of it is a glass: "serving size 8 fl oz (240 mL)", "eine Portion sind 200 ml"."""
    for named in _SERVING.finditer(folded):
        ends = folded.find("\n", named.end())
        ends = min(named.end() + _SERVING_LETTERS, len(folded) if ends < 0 else ends)
        for match in AMOUNT.finditer(folded, named.end(), ends):
            if NUTRIENT.search(folded, named.end(), match.start()):
                break
            size = amount(match[1], match[2])
            if size.sure and 0 < (size.ml or size.g or 0) <= _MOST_SERVED:
                yield Field("serving", _said(size), match.start(), match.end())
                return


_ADDED = re.compile(r"(?<!\w)(?:add|with|mit|mix)\s{0,3}$")
_OFWATER = re.compile(rf"\s*(?:of\s+|de\s+|d')?(?:\w+\s+)?{WATER}(?!\w)")
# "150 ml glass": what is drunk at once, not what is sold.
_SERVED = re.compile(r"\s{0,2}(?:glass|serving|portion|glas|verre|vaso|racion)(?!\w)")
_SEVERAL = re.compile(rf"(?<![\w.,])(\d{{1,2}})\s*[x×]\s*{_SOME}")
_LEAST_PACK_G = 40.0


def sizes_in(folded: str, taken: list[tuple[int, int]]) -> Iterator[Field]:
    """The pack: a volume or weight that is no column, no nutrient and not what it makes."""
    text = blank(folded, [*taken, *(match.span() for match in _MAKES.finditer(folded))])
    for match in _SEVERAL.finditer(text):
        size = amount(match[2], match[3], int(match[1]))
        yield _pack(size, match.start(), match.end(), "")
        return
    nutrients = [m.end() for m in NUTRIENT.finditer(text)]

    def beside_nutrient(start: int) -> bool:
        before = bisect_right(nutrients, start)
        return before > 0 and start - nutrients[before - 1] < 25

    found = []
    for match in AMOUNT.finditer(text):
        size = amount(match[1], match[2])
        if size.g is not None and (
            size.g < _LEAST_PACK_G or (size.g <= 115 and beside_nutrient(match.start()))
        ):
            continue
        before = text[max(match.start() - 10, 0) : match.start()]
        after = text[match.end() : match.end() + 60]
        if _ADDED.search(before) or _OFWATER.match(after) or _SERVED.match(after):
            continue
        found.append((size, match))
    volumes = [(s, m) for s, m in found if s.ml is not None]
    chosen = volumes or found
    if not chosen:
        return
    size, match = next(((s, m) for s, m in chosen if s.sure), chosen[0])
    sizes = {round(s.ml or s.g or 0) for s, _ in chosen if s.sure}
    doubt = ""
    if len(sizes) > 1 and max(sizes) > 1.02 * min(sizes):
        doubt = "More than one size stands on it: which is the pack?"
    elif not size.sure:
        doubt = "A fluid ounce or pint differs by country: give it in ml."
    yield _pack(size, match.start(), match.end(), doubt)


def _pack(size: Amount, start: int, end: int, doubt: str) -> Field:
    return Field("pack", _said(size), start, end, doubt)


def _said(size: Amount) -> str:
    return f"{size.ml:g} ml" if size.ml is not None else f"{size.g:g} g"
