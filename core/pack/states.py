"""Whether a printed column is for the thing as sold, or as made up.

Works on folded text (see core.pack.additives.fold), in English, German, French and Spanish.
"""

import re
from dataclasses import replace

from core.pack.basis import Basis

# An accent may be any letter: a camera reads "diluø".
_PREPARED = re.compile(
    r"(?<!\w)(?:as\s+)?(?:diluted|prepared|made\s+up|reconstituted|ready[\s-]to[\s-]drink|when\s+mixed"
    r"|as\s+consumed|as\s+drunk|(?:ready|finished|mixed)\s+drink)|(?<!un)zubereitet\w*|(?<!un)verd\w?nnt\w*|tri\w?kfertig\w*|fertiges?\s+getrank"
    r"|prepar[eo](?:e?s?)(?!\w)|dilu[eo](?:[eo]?s?)(?!\w)|pret\s+a\s+boire|reconstitu\w*|preparad[oa]\w*|diluid[oa]\w*"
    r"|reconstituid\w*|listo\s+para"
)
# "Per 100 ml*" … "*when diluted as directed".
_FOOTNOTE = re.compile(rf"\*\s*(?:[^\W\d_]+\s+){{0,3}}(?:{_PREPARED.pattern})")
_AS_SOLD = re.compile(
    r"as\s+sold|undiluted|neat|unverd\w?nnt\w*|unzubereitet\w*|(?:non|pas)\s+dilu[eo]\w*|tel\s+que\s+vendu"
    r"|sin\s+diluir|tal\s+como\s+se\s+vende"
)
# "Per 100 ml of syrup / per 100 ml of the drink", "Sirup pro 100 ml   Getränk pro 100 ml": two
# columns told apart by what they are of.
_NEAT = r"(?:concentrate|powder|syrup|cordial|squash|sirop|\w*sirups?|jarabe|konzentrat\w*)"
_DRINK = r"(?:(?:prepared|finished|mixed)\s+)?(?:drink|boisson|getranks?|bebida)"
_OF = r"\s{0,2}(?:(?:of|de|du|d')\s*)?(?:(?:the|des|le|diluted|prepared)\s+)?"
_OF_NEAT = re.compile(rf"{_OF}{_NEAT}(?!\w)")
_OF_DRINK = re.compile(rf"{_OF}{_DRINK}(?!\w)")
_NEAT_BEFORE = re.compile(rf"(?<!\w){_NEAT}\s{{0,2}}\Z")
_DRINK_BEFORE = re.compile(rf"(?<!\w){_DRINK}\s{{0,2}}\Z")
_LONGEST_STATE = 24
_CELL = re.compile(r"[ ]{2,}|[\t|]")


def stated(folded: str, bases: list[Basis], servings: list[Basis]) -> list[Basis]:
    """The bases, in the order they are printed, each with its state; `servings` are those among
    them that are for a serving whose size is told elsewhere."""
    ends = [0, *(basis.end for basis in bases)]
    starts = [*(basis.start for basis in bases[1:]), len(folded)]
    told = [
        _with_state(folded, basis, earlier, later)
        for basis, earlier, later in zip(bases, ends, starts, strict=False)
    ]
    if _FOOTNOTE.search(folded):
        told = [replace(b, prepared=True) if folded.startswith("*", b.end) else b for b in told]
    of = [_of_what(folded, basis) for basis in told]
    if "neat" in of:
        told = [
            replace(basis, prepared=True) if what == "drink" else basis
            for basis, what in zip(told, of, strict=True)
        ]
    if any(b.prepared and not b.heads for b in told):
        # "Serving size 240 ml prepared … amount per serving".
        told = [replace(b, prepared=True) if b in servings else b for b in told]
    return _headed(folded, told)


def _of_what(folded: str, basis: Basis) -> str:
    """Whether it is said to be of the "neat" thing or of the "drink"; what follows it says so
    sooner than what stands before it, which may be of another."""
    begins = max(basis.start - _LONGEST_STATE, 0)
    said = {
        "neat": (
            _OF_NEAT.match(folded, basis.end),
            _NEAT_BEFORE.search(folded, begins, basis.start),
        ),
        "drink": (
            _OF_DRINK.match(folded, basis.end),
            _DRINK_BEFORE.search(folded, begins, basis.start),
        ),
    }
    return next((what for place in (0, 1) for what in said if said[what][place]), "")


# "Typical values as diluted", "Nutrition (made up 1+9)": said once over the whole table.
_HEADING = re.compile(
    r"(?<!\w)(?:nutrition\w*|values?|nahrwert\w*|valeurs?|valores?|informacion|analysis)"
    r"(?P<between>[^.\d\n]{0,40}?)(?=" + _PREPARED.pattern + ")"
)


def _headed(folded: str, bases: list[Basis]) -> list[Basis]:
    """The bases, those after such a heading made up where nothing beside them says as sold."""
    heading = next(
        (m for m in _HEADING.finditer(folded) if not _AS_SOLD.search(m["between"])), None
    )
    if heading is None or any(basis.prepared for basis in bases):
        return bases
    return [
        replace(basis, prepared=True)
        if basis.start >= heading.start()
        and not _AS_SOLD.search(folded[heading.end() : basis.end + 45])
        else basis
        for basis in bases
    ]


def _with_state(folded: str, basis: Basis, earlier: int, later: int) -> Basis:
    """The basis with whether its figures are for the drink as made up; `earlier` is where the
    one before it ends, `later` where the next begins."""
    after = folded[basis.end : min(basis.end + 45, later)]
    before = folded[max(basis.start - 30, min(earlier, basis.start)) : basis.start]
    before = before.rpartition("\n")[2] if basis.start else before
    # The next cell's state is the next column's.
    after, before = _CELL.split(after)[0], _CELL.split(before)[-1]
    own = folded[basis.start : basis.end]
    of_neat = _OF_NEAT.match(folded, basis.end)
    if of_neat:
        # What stands before it is of the column before.
        before = ""
    for context in (own, after.partition("\n")[0] or after, before):
        sold, made = _AS_SOLD.search(context), _PREPARED.search(context)
        if sold and not (made and made.start() < sold.start()):
            return replace(basis, neat=True)
        if made:
            return replace(basis, prepared=True)
    return replace(basis, neat=True) if of_neat else basis
