"""A whole label as text, in any layout, read for what a brewer needs of it.

Each figure is a `Field` with its place in the text. What is not sure says why and is left for
the person: nothing unsure becomes a number behind their back. English, German, French and
Spanish.
"""

import re
from collections.abc import Collection, Iterator
from dataclasses import dataclass, replace

from core.errors import JobError
from core.pack.additives import UNKNOWN, Ingredients, fold, read_ingredients
from core.pack.basis import Basis
from core.pack.columns import bases_in, prices_in, shares_in
from core.pack.declared import Label, neat, read_label, undiluted
from core.pack.field import Field
from core.pack.figures import sugars_in
from core.pack.layout import laid_out
from core.pack.printed import number
from core.pack.sizes import dilution_in, serving_in, sizes_in
from core.pack.thing import INGREDIENTS, hints_in, juice_share_in, kind_and_fruit
from core.pack.title import price_of, title_of
from core.pack.view import blank

_MOST_LETTERS = 20_000


@dataclass(frozen=True, slots=True)
class LabelText:
    """A label read. `fields` by key; `label` is the sugar of the thing as sold, None while any
    figure it rests on is unsure; `why_not` says then what to settle."""

    fields: dict[str, Field]
    ingredients: Ingredients
    label: Label | None
    why_not: str
    hints: tuple[tuple[str, str], ...]


def read_label_text(text: str) -> LabelText:
    """Read pasted, typed or photographed text.

    Keys of the fields: sugars, carbohydrate, polyols (grams as printed), basis ("100 ml"),
    prepared ("yes"), dilution (parts of water to one), makes (ml), pack (ml, g or pieces),
    serving (ml or g), juice (per cent), kind, fruit, name, brand, price, currency. Raises JobError
    for more text than a label holds.
    """
    if len(text) > _MOST_LETTERS:
        raise JobError("That is more than a label holds: paste the label alone.", "text")
    folded = _without_tags(fold(text))
    fields: dict[str, Field] = {}
    table = laid_out(folded)
    bases = bases_in(table.text)
    figures = tuple(
        replace(figure, start=span[0], end=span[1])
        for figure in _nutrients(table.text, bases)
        for span in (table.span(figure.start, figure.end),)
    )
    taken = [table.span(basis.start, basis.end) for basis in bases]
    taken += [(figure.start, figure.end) for figure in figures]
    taken += [table.span(*span) for span in (*shares_in(table.text), *prices_in(table.text))]
    served = tuple(serving_in(folded))
    taken += [(each.start, each.end) for each in served]
    for field in (
        *figures,
        *dilution_in(folded),
        *sizes_in(folded, taken),
        *served,
        *kind_and_fruit(folded),
        *juice_share_in(folded),
        *(
            Field(each.key, each.value, each.start, each.end)
            for each in (*title_of(text, folded), *price_of(folded))
        ),
    ):
        fields.setdefault(field.key, field)
    neat = {table.span(basis.start, basis.end)[0] for basis in bases if basis.neat}
    _doubt_thin(fields, neat)
    label, why_not = _label(fields)
    return LabelText(fields, ingredients_of(text), label, why_not, hints_in(folded))


def ingredients_of(text: str) -> Ingredients:
    """What a whole label's ingredients do to yeast; unknown where none are seen on it.

    Raises JobError for more text than a label holds.
    """
    found = read_ingredients(text)
    # "Vitamin C 24 mg" in a table is no list.
    folded = fold(text)
    telling = any(not folded.startswith("vitamin", f.start) for f in found.findings)
    return found if telling or INGREDIENTS.search(folded) else UNKNOWN


_TAG = re.compile(r"</?[a-z][^<>]{0,200}>|&(?:nbsp|amp|lt|gt|#\d{1,4});")


def _without_tags(folded: str) -> str:
    """The text of pasted HTML: its tags blanked out, every letter still in its place."""
    return blank(folded, [match.span() for match in _TAG.finditer(folded)])


def _nutrients(folded: str, bases: list[Basis]) -> Iterator[Field]:
    """Sugars, carbohydrate and polyols, and the basis that their column stands for."""
    read = sugars_in(folded, bases)
    if read is None:
        return
    basis = read.basis
    if basis is not None and basis.amount:
        said = f"{basis.amount:g} {basis.unit}".strip()
        yield Field("basis", said, basis.start, basis.end, _about_basis(basis))
        if basis.prepared:
            yield Field("prepared", "yes", basis.start, basis.end)
    for key, row in read.rows.items():
        figure = row.at(read.column)
        yield Field(key, figure.text, figure.start, figure.end, read.doubts[key])


def _about_basis(basis: Basis) -> str:
    if not basis.unit:
        return "It says 100 ml or g: which of the two?"
    if not basis.sure and basis.unit == "g":
        return "Is that ounce a weight, or a fluid ounce? Give the serving in g or ml."
    if not basis.sure:
        return "A fluid ounce is 28 to 30 ml by country: give the serving in ml."
    return ""


# Less sugar than this is little for what is to be diluted, g in 100 ml. Common practice.
_THIN_G = 16.0
_THIN = "That is little for something to dilute: is it for the drink made up?"


def _doubt_thin(fields: dict[str, Field], neat: Collection[int]) -> None:
    """Doubt the sugars of a syrup or concentrate that are a drink's, where their column does not
    say that it is as sold; `neat` are the places of those that do."""
    sugars, basis, kind = (fields.get(key) for key in ("sugars", "basis", "kind"))
    if sugars is None or basis is None or "prepared" in fields or not basis.value.endswith("ml"):
        return
    dilutes = "dilution" in fields or (
        kind and kind.sure and kind.value in ("syrup", "concentrate")
    )
    per_100 = 100 * number(sugars.value.lstrip("<")) / float(basis.value.split()[0])
    if dilutes and per_100 < _THIN_G and basis.start not in neat and sugars.sure:
        fields["sugars"] = replace(sugars, doubt=_THIN)


def _label(fields: dict[str, Field]) -> tuple[Label | None, str]:
    """The sugar of the thing as sold, or why it cannot be said yet."""
    sugars, basis = fields.get("sugars"), fields.get("basis")
    if sugars is None:
        return None, "No sugars line found: write the sugars as printed."
    if basis is None:
        return None, "It does not say what the sugars are for: in 100 ml, in 100 g, in a serving?"
    rests_on = [sugars, basis]
    prepared = "prepared" in fields
    dilution, makes, pack = fields.get("dilution"), fields.get("makes"), fields.get("pack")
    if prepared and dilution:
        rests_on.append(dilution)
    elif prepared and makes and pack:
        rests_on += [makes, pack]
    elif prepared:
        return None, "The figures are for the diluted drink: say how it is diluted."
    unsure = next((field for field in rests_on if not field.sure), None)
    if unsure:
        return None, unsure.doubt
    size, unit = basis.value.split()
    try:
        label = read_label(sugars.value, float(size), unit)
        if prepared and dilution:
            label = neat(label, float(dilution.value))
        elif prepared and makes and pack and pack.value.endswith("ml"):
            label = undiluted(label, float(pack.value.split()[0]), float(makes.value))
    except JobError as error:
        return None, error.text
    return label, ""
