"""Amounts that bring acidity, tannin or the share of a flavour where it is wanted.

Each is worked out for the must as it stands; the caller goes round until nothing moves.
"""

from collections.abc import Callable, Mapping, Sequence

from core import tables
from core.errors import JobError
from core.must.acidity import ta_as
from core.must.brought import Brought
from core.must.mixing import Pour, make_must
from core.must.sharpness import sharpness
from core.must.tannin import tannin

# The amount of the pour at a place, among all pours.
Rule = Callable[[Sequence[Pour], int], float]

# Past these nothing is pleasant to drink, g/L.
_MOST_ACID_G_PER_L = 20.0
_MOST_TANNIN_G_PER_L = 5.0


def balancing(
    pours: Sequence[Pour],
    giving: Sequence[object],
    acid_g_per_l: float | None,
    tannin_g_per_l: float | None,
    shares: Mapping[str, float],
    filled: bool,
) -> dict[int, Rule]:
    """A rule for each pour that acidity, tannin or a share is to settle, by its place.

    `giving` names the pours that may give; the one of kind acid settles acidity (as
    tartaric), the one of kind tannin tannin. `filled` when the must's volume is aimed at
    too. Raises JobError, placed in the aim, for an aim that names no such pour.
    """
    rules: dict[int, Rule] = {}
    for wanted, kind, most, rule in (
        (acid_g_per_l, "acid", _MOST_ACID_G_PER_L, _acid_rule),
        (tannin_g_per_l, "tannin", _MOST_TANNIN_G_PER_L, _tannin_rule),
    ):
        if wanted is None:
            continue
        at = f"aim.{kind}_g_per_l"
        if not 0 <= wanted <= most:
            raise JobError(f"Aim for 0 to {most:g} g/L.", at)
        places = [i for i, p in enumerate(pours) if p.kind == kind and p.name in giving]
        if len(places) != 1:
            raise JobError(f"Let one {kind} adjust, to reach it.", at)
        rules[places[0]] = rule(wanted)
    if sum(shares.values()) >= 1:
        raise JobError("The shares together must leave room for the rest: below 100 %.", "aim")
    for name, share in shares.items():
        places = [i for i, p in enumerate(pours) if p.name == name]
        if len(places) != 1:
            raise JobError(f"No one ingredient is called “{name}”.", "aim.shares")
        if not 0 < share < 1:
            raise JobError("A share lies between 0 and 1: half is 0.5.", "aim.shares")
        rules[places[0]] = _share_rule(share, filled)
    return rules


def _acid_rule(wanted: float) -> Rule:
    return _topped_up(
        wanted,
        sharpness,
        lambda pour: ta_as(1.0, pour.acid or "citric", "tartaric"),
        JobError(
            f"It is sharper than {wanted:g} g/L without any acid: more water makes it less so, or"
            " a little potassium bicarbonate.",
            "aim.acid_g_per_l",
        ),
    )


def _tannin_rule(wanted: float) -> Rule:
    return _topped_up(
        wanted,
        tannin,
        lambda pour: sum(tables.TANNINS[pour.tannin or "powder"].tannin) / 2,
        JobError(
            f"It holds more tannin than {wanted:g} g/L already: more water, or a paler juice.",
            "aim.tannin_g_per_l",
        ),
    )


def _topped_up(
    wanted: float,
    brought: Callable[[Sequence[Pour], float], Brought],
    per_gram: Callable[[Pour], float],
    too_much: JobError,
) -> Rule:
    """So many grams that what all pours bring comes to `wanted` g/L."""

    def grams(pours: Sequence[Pour], place: int) -> float:
        litres = make_must(pours).mix.volume_ml / 1000
        there = brought(pours, 1000 * litres).by_pour_g
        missing = wanted * litres - (sum(there) - there[place])
        if missing < -1e-6:
            raise too_much
        return max(missing, 0.0) / per_gram(pours[place])

    return grams


def _share_rule(share: float, filled: bool) -> Rule:
    def amount(pours: Sequence[Pour], place: int) -> float:
        pour = pours[place]
        density = pour.composition().density_g_per_ml
        if density is None:
            raise JobError(f"{pour.name} is dry: a share is of a juice or syrup.", "aim.shares")
        own = pour.amount / density if pour.by_mass else pour.amount
        others = [p.with_amount(0.0) if i == place else p for i, p in enumerate(pours)]
        if filled or not any(p.amount for p in others):
            volume = make_must(pours).mix.volume_ml * share
        else:
            # What the rest fills settles it at once, however large the share.
            volume = (make_must(pours).mix.volume_ml - own) * share / (1 - share)
        return volume * density if pour.by_mass else volume

    return amount
