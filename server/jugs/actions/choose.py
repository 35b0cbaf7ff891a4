"""Take a way of doing things, for a batch and as a habit."""

from core import tables
from core.plan.schools import Choices, check_choice, chosen
from server.accounts.models import Account
from server.jugs.brew_schemas import ChoiceIn, OptionOut, SchoolOut
from server.jugs.rows import outdated
from server.jugs.state import JugState


def ways(choices: Choices, account: Account) -> list[SchoolOut]:
    """Every question brewers differ about, with what is chosen."""
    return [school_out(key, choices, account) for key in tables.SCHOOLS]


def choose(state: JugState, by: Account, payload: ChoiceIn) -> None:
    """Keep a choice of this batch, and with `habit` of every batch that chose nothing else.

    Raises JobError for a way that is not offered.
    """
    check_choice(payload.school, payload.option)
    state.jug.choices = {**state.jug.choices, payload.school: payload.option}
    state.jug.save(update_fields=["choices"])
    outdated([state.jug])
    if payload.habit:
        keep_habit(by, payload.school, payload.option)


def keep_habit(by: Account, school: str, option: str) -> None:
    """The way taken where a batch chose nothing else. Raises JobError for one not offered."""
    check_choice(school, option)
    by.habits = {**by.habits, school: option}
    by.save(update_fields=["habits"])
    outdated(by.jugs.all())


def school_out(key: str, choices: Choices, account: Account) -> SchoolOut:
    """A question with its ways, what is chosen of them, and whether that is the habit."""
    school = tables.SCHOOLS[key]
    taken = chosen(choices, key)
    return SchoolOut(
        key=key,
        place=school.place,
        question=school.question,
        options=[
            OptionOut(
                key=option.key,
                name=option.name,
                why=option.why,
                follows=option.follows,
                offered=option.offered,
            )
            for option in school.options
        ],
        chosen=taken,
        habit=chosen(account.habits, key) == taken,
    )
