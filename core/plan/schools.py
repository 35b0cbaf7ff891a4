"""Which way of doing things is taken where brewers differ."""

from collections.abc import Mapping

from core import tables
from core.errors import JobError

Choices = Mapping[str, str]
"""Keys of options by keys of schools (see core.tables.SCHOOLS); what is missing is as usual."""

AS_USUAL: Choices = {}
"""Nothing was chosen."""


def chosen(choices: Choices, school: str) -> str:
    """The key of the option taken of a school."""
    return choices.get(school, tables.SCHOOLS[school].usual.key)


def check_choice(school: str, option: str) -> None:
    """Raises JobError for what is no school, or no way that is offered there."""
    if school not in tables.SCHOOLS:
        raise JobError("Brewers do not differ about that here.", "school")
    offered = {each.key: each for each in tables.SCHOOLS[school].options}
    if option not in offered:
        raise JobError("Choose one of the ways that are offered.", "option")
    if not offered[option].offered:
        raise JobError(f"That is not offered: {offered[option].follows}", "option")
