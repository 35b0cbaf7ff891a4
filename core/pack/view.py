"""A text laid out another way, every letter of it knowing where it stands on the label."""

import re
from collections.abc import Callable, Iterable
from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class View:
    """`text`, and for each of its letters its place in the text it was made from."""

    text: str
    places: tuple[int, ...]

    @classmethod
    def of(cls, text: str) -> "View":
        """The text as it is."""
        return cls(text, tuple(range(len(text))))

    def span(self, start: int, end: int) -> tuple[int, int]:
        """Where a stretch of it begins and ends in what it was made from."""
        if start >= end:
            at = self.places[start] if start < len(self.places) else len(self.places)
            return at, at
        # What was joined from two places is told by where it begins.
        first, last = self.places[start], self.places[end - 1]
        return (first, last + 1) if last >= first else (first, first + 1)

    def pieced(self, pieces: Iterable[tuple[int, int] | str]) -> "View":
        """A view of stretches of this one, in their order, with such letters between them."""
        letters: list[str] = []
        places: list[int] = []
        for piece in pieces:
            if isinstance(piece, str):
                letters.append(piece)
                places += [places[-1] if places else 0] * len(piece)
            else:
                start, end = piece
                letters.append(self.text[start:end])
                places += self.places[start:end]
        return View("".join(letters), tuple(places))

    def without(self, pattern: re.Pattern[str], keep: Callable[[re.Match[str]], bool]) -> "View":
        """The view without what a pattern matches, but for what is to be kept."""
        pieces: list[tuple[int, int] | str] = []
        at = 0
        for match in pattern.finditer(self.text):
            if keep(match):
                continue
            pieces.append((at, match.start()))
            at = match.end()
        return self.pieced([*pieces, (at, len(self.text))]) if pieces else self


def blank(text: str, spans: list[tuple[int, int]]) -> str:
    """The text with stretches blanked out, every letter still in its place."""
    letters = list(text)
    for start, end in spans:
        letters[start:end] = " " * (end - start)
    return "".join(letters)
