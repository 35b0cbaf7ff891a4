"""./amber labels: how the reader does on labels that nobody has seen, language by language."""

import secrets
import sys
from collections import Counter
from collections.abc import Iterable

from core.pack.reader import LabelText, read_label_text
from simulated.labels import LANGUAGES, Printed, label

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


def labels(count: int, seed: int | None) -> int:
    """Print the scores of so many labels a language from a seed on; a fresh one where none is
    named. Nonzero where a figure was wrong and put forward as sure."""
    first = secrets.randbelow(10**6) if seed is None else seed
    print(f"{count} labels a language, from seed {first} on")
    found = score(range(first, first + count))
    for language, counts in found.items():
        share = 100 * counts["sugars right"] / count
        told = ", ".join(f"{what} {many}" for what, many in sorted(counts.items()))
        print(f"{language:6} {share:5.1f} % of the sugars right: {told}")
    return int(any(counts["sugars wrong"] for counts in found.values()))


if __name__ == "__main__":
    sys.exit(labels(int(sys.argv[1]), int(sys.argv[2]) if sys.argv[2] != "fresh" else None))
