"""./amber labels: how the reader does on labels that nobody has seen, language by language."""

import argparse
import secrets
import sys
from collections import Counter
from collections.abc import Iterable

from core.pack.photographed import read_print
from core.pack.reader import LabelText, read_label_text
from server.shelf.letters import LETTERS
from simulated.labels import LANGUAGES, Printed, label
from simulated.photographs import WAYS, photograph

# Packs' own variation is no error of the reader: so much of the figure, as a share.
_NEAR = 0.02


def sugars(printed: Printed, read: LabelText) -> str:
    """right, asked (left to the person) or wrong (put forward as sure); where two tables disagree
    only asking is right."""
    if printed.disagrees:
        return "right" if read.label is None else "wrong"
    if read.label is None:
        return "asked"
    found = 100 * read.label.per_unit()
    # What its own rounding allows, made up or in a serving.
    rounding = 105 * read.label.half_step_g / read.label.amount
    near = max(rounding, printed.step, _NEAR * printed.sugars_per_100)
    right = read.label.unit == printed.unit and abs(found - printed.sugars_per_100) <= near
    return "right" if right else "wrong"


def preservatives(printed: Printed, read: LabelText) -> str:
    """right, missed, or alarm (where there is none)."""
    true, found = printed.verdict or "unknown", read.ingredients.verdict
    stops = ("will_not_ferment", "hard")
    if true == found:
        return "right"
    if true in stops and (found not in stops or true == "will_not_ferment"):
        return "missed"
    return "alarm" if found in stops else "unseen"


def score(seeds: Iterable[int], languages: Iterable[str] = LANGUAGES) -> dict[str, Counter[str]]:
    """Per language, how often each thing happened; "sugars right" and so on."""
    found: dict[str, Counter[str]] = {language: Counter() for language in languages}
    for seed in seeds:
        for language, counts in found.items():
            printed = label(seed, language)
            read = read_label_text(printed.text)
            counts[f"sugars {sugars(printed, read)}"] += 1
            counts[f"preservatives {preservatives(printed, read)}"] += 1
    return found


def photographed(seeds: Iterable[int]) -> dict[str, Counter[str]]:
    """The same for photographs of labels, one a seed, by the way they were taken."""
    found: dict[str, Counter[str]] = {way: Counter() for way in WAYS}
    for seed in seeds:
        language, way = LANGUAGES[seed % len(LANGUAGES)], WAYS[seed % len(WAYS)]
        printed, picture = photograph(seed, language, way)
        read = read_print(LETTERS.pieces(picture)).label
        found[way][f"sugars {sugars(printed, read)}"] += 1
        found[way][f"preservatives {preservatives(printed, read)}"] += 1
    return found


def labels(count: int, seed: int | None, photographs: int) -> int:
    """Print the scores of so many labels a language, and of so many photographs, from a seed on; a
    fresh one where none is named. Nonzero where a figure of a text was wrong and put forward as
    sure: those of a photograph are put forward one by one, each beside its piece of the picture."""
    first = secrets.randbelow(10**6) if seed is None else seed
    print(f"from seed {first} on")
    found = score(range(first, first + count)) if count else {}
    _tell(found)
    if photographs:
        _tell(photographed(range(first, first + photographs)))
    return int(any(counts["sugars wrong"] for counts in found.values()))


def _tell(found: dict[str, Counter[str]]) -> None:
    for name, counts in found.items():
        of = sum(many for what, many in counts.items() if what.startswith("sugars"))
        share = 100 * counts["sugars right"] / max(of, 1)
        told = ", ".join(f"{what} {many}" for what, many in sorted(counts.items()))
        print(f"{name:8} {share:5.1f} % of the sugars right: {told}")


if __name__ == "__main__":
    asked = argparse.ArgumentParser()
    asked.add_argument("--count", type=int, default=40)
    asked.add_argument("--seed", type=int)
    asked.add_argument("--photographs", type=int, default=0)
    told = asked.parse_args()
    sys.exit(labels(told.count, told.seed, told.photographs))
