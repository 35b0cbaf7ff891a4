"""How a drink is marked when it is tasted."""

from collections.abc import Mapping

from core.errors import JobError

MARKS = {5: "Best yet", 4: "Good", 3: "Fine", 2: "Not yet", 1: "Pour it away"}
"""What a bottle is thought of, the best first."""

SIDES = {
    "clarity": ("thick", "brilliant"),
    "nose": ("off", "lovely"),
    "sweet": ("bone dry", "very sweet"),
    "sharp": ("flat", "very sharp"),
    "body": ("thin", "full"),
    "bite": ("none", "rough"),
    "sparkle": ("still", "very lively"),
}
"""What may be marked beside it from 1 to 5, with what its ends are like."""

SHARE = "share"
"""Which of the two juices that most of it is comes through: 1 all the larger, 5 all the other."""

_LEAST, _MOST = 1, 5


def check_scores(scores: Mapping[str, float]) -> None:
    """Raises JobError for a side that nobody tastes here, or a mark outside 1 to 5."""
    for key, mark in scores.items():
        if key not in ("overall", SHARE, *SIDES):
            raise JobError(f"“{key}” is not marked here.", f"scores.{key}")
        if not _LEAST <= mark <= _MOST:
            raise JobError(f"Marks run from {_LEAST} to {_MOST}.", f"scores.{key}")
