"""An ingredients list read for what it does to yeast, to sweetness and to clarity.

English names and E-numbers with or without their E; the ones that stop yeast also in
Spanish, French and German.
"""

import re
import unicodedata
from dataclasses import dataclass
from functools import cache, lru_cache

from core.errors import JobError
from core.pack.view import View
from core.tables import rows

STOPS_YEAST = "stops_yeast"
HARD_ON_YEAST = "hard_on_yeast"
EFFECTS = (
    STOPS_YEAST,
    HARD_ON_YEAST,
    "stays_sweet",
    "hazy",
    "acid",
    "allergen",
    "harmless",
)
"""What an ingredient does, the most harmful to a ferment first."""

_MOST_LETTERS = 100_000
_PLAIN, _INSTEAD = 127, ("", "o", "a", "c", "g", "u")


@dataclass(frozen=True, slots=True)
class Additive:
    """A row of the table. `e_number` is empty for plain foods that are allergens."""

    e_number: str
    name: str
    effects: tuple[str, ...]
    reason: str
    workaround: str


@dataclass(frozen=True, slots=True)
class Finding:
    """An additive where it stands in the text: `text[start:end]`."""

    start: int
    end: int
    additive: Additive


@dataclass(frozen=True, slots=True)
class Ingredients:
    """All findings in order, and the verdict: will_not_ferment, hard, ferments, or unknown
    where no ingredients were seen."""

    findings: tuple[Finding, ...]
    verdict: str
    sentence: str


UNKNOWN = Ingredients(
    (),
    "unknown",
    "No ingredients were read: look on the pack for a preservative before it is poured.",
)
"""What is said of a label whose ingredients nobody saw."""


@cache
def _table() -> tuple[dict[str, Additive], dict[str, Additive]]:
    """Additives by folded name, and by the digits of their E-number."""
    groups = {row["key"]: row for row in rows("additive_groups")}
    by_name: dict[str, Additive] = {}
    by_number: dict[str, Additive] = {}
    for row in rows("additives"):
        group = groups[row["group"]]
        names = row["names"].split("|")
        additive = Additive(
            row["e_number"],
            names[0],
            tuple(group["effects"].split("|")),
            group["reason"],
            group["workaround"],
        )
        if additive.e_number:
            by_number[additive.e_number[1:]] = additive
        for name in names:
            by_name[fold(name)] = additive
            if {STOPS_YEAST, HARD_ON_YEAST} & set(additive.effects):
                for misread in _misread(name):
                    by_name.setdefault(misread, additive)
    return by_name, by_number


def _misread(name: str) -> list[str]:
    """What a camera makes of a name with accents: one letter for another, or none at all."""
    accents = [i for i, letter in enumerate(name) if ord(letter) > _PLAIN]
    if not accents:
        return []
    folded = fold(name)
    return [
        "".join(other if i in accents else letter for i, letter in enumerate(folded))
        for other in _INSTEAD
    ]


@cache
def _unnamed() -> Additive:
    group = next(row for row in rows("additive_groups") if row["key"] == "unnamed_preservative")
    return Additive(
        "", "preservative", tuple(group["effects"].split("|")), group["reason"], group["workaround"]
    )


def additives() -> tuple[Additive, ...]:
    """Every additive of the table, once."""
    return tuple(dict.fromkeys(_table()[0].values()))


def fold(text: str) -> str:
    """Lower case without accents, letter for letter, so that places stay the same."""
    return text.translate(_FOLDED)


class _Folded(dict[int, str]):
    """Each letter as it is folded, worked out when it is first met."""

    def __missing__(self, code: int) -> str:
        letter = _STRUCK.get(chr(code), chr(code))
        base = unicodedata.normalize("NFD", letter)[0].lower()
        self[code] = base if len(base) == 1 else letter
        return self[code]


# Letters with a stroke through them, which a camera sees where there is a dot or two.
_STRUCK = {"ø": "o", "Ø": "o", "ł": "l", "Ł": "l", "đ": "d", "ħ": "h"}
_FOLDED = _Folded()


@cache
def _names() -> re.Pattern[str]:
    # The longest first, so that "sodium benzoate" is not read as something shorter; by their first
    # letters, so that a word is held against a few of them and not against all.
    by_letter: dict[str, list[str]] = {}
    for name in sorted(_table()[0], key=len, reverse=True):
        spaced = r"[\s-]+".join(map(re.escape, re.split(r"[\s-]+", name)))
        by_letter.setdefault(name[0], []).append(spaced)
    each = "|".join(
        rf"(?={re.escape(letter)})(?:{'|'.join(its)})" for letter, its in by_letter.items()
    )
    return re.compile(rf"(?<![\w-])(?:{each})(?![\w])")


# As the EU and as the Codex numbers them; a photograph reads an O for a 0 and an l for a 1.
_E_NUMBER = re.compile(
    r"(?<!\w)(?:e|ins|sin)[\s.-]{0,2}(?=[\doli]{3})(?=[oli]{0,2}\d)([\doli]{3,4})"
    r"(?:\s?\([ivx]+\)|[a-f]{1,2})?(?!\w)"
    # The "e" beside a size says how it was filled: "e 200 ml".
    r"(?!\s?(?:ml|cl|l|g|gr|kg)(?!\w))"
)
_DIGITS = str.maketrans("oli", "011")
# A digit among letters is a letter misread; "100ml" is none.
_MISREAD = re.compile(r"(?<![\w])(?=(?:[01]*[a-z]){3})(?=[a-z]*[01])[a-z01]{5,}(?!\w)")
_BROKEN = re.compile(r"(?<=[a-z])-[ \t]*\n[ \t]*(?=[a-z])")
_PRESERVED = re.compile(
    r"(?<!\w)(?:preservatives?|conservantes?|conservadores?|conservateurs?"
    r"|konservierungsstoffe?|konservierungsmittel)(?!\w)"
)
# "(202, 211)" or ": 202" after such a word needs no E.
_BARE = re.compile(r"[\s:(\[]*(\d{3,4})(?:\s*(?:,|and|&|/|\+)\s*(\d{3,4}))*")
_NO = re.compile(
    r"(?<!\w)(?:no(?:\s+added)?|zero|frei\s+von|without(?:\s+added)?|free\s+(?:from|of)|contains\s+no|sans|sin|ohne"
    r"|not\s+contain)(?:\s+[\w-]+){0,2}\s*$"
)
_FREE = re.compile(r"[\s-]*free(?!\s*(?:from|of|range))(?!\w)")
_NONE = re.compile(r"\s*:?\s*(?:none|nil|no|keine?|ningun[oa]?|aucun|sans|0)(?!\w)")
# "Free from colours, flavours and sorbates": a list that is denied goes on to its "and".
_NO_LIST = re.compile(
    r"(?<!\w)(?:no(?:\s+added)?|without|free\s+(?:from|of)|contains\s+no|sans|sin|ohne"
    r"|frei\s+von|zero)(?:\s+[\w-]+){1,3}(?:\s*,\s*[\w-]+(?:\s+[\w-]+){0,2}){0,4}\s*,?"
    r"\s+(?:and|or|nor|und|oder|et|ou|y|o|ni)(?:\s+[\w-]+)?\s*$"
)
# What is printed by the line, not by the recipe: lot codes and dates.
_CODES = re.compile(
    r"(?<!\w)(?:lot|lote|batch|charge|los|l)(?:\s*(?:no|nr|num|n°|number|code))?\s*[.:#]*\s*"
    r"[a-z]{0,3}[\s-]?\d[\w/-]*(?!\w)"
    r"|(?<!\w)(?:best\s+before|use\s+by|bbe?|exp(?:iry)?|mhd)(?:\s+end)?\s*[.:]*\s*[\d./\s-]{4,20}"
)
# How far after "preservative" its name may stand.
_NEAR = 40


@lru_cache(maxsize=512)
def read_ingredients(text: str) -> Ingredients:
    """Find what matters in an ingredients list, and say whether yeast will work in it.

    Something said to be absent ("no preservatives", "sulphite-free") is left out. Raises
    JobError for more text than a label holds.
    """
    if len(text) > _MOST_LETTERS:
        raise JobError("That is more than a label holds: paste the ingredients alone.", "text")
    # Words broken over two lines are whole.
    view = View.of(fold(text)).without(_BROKEN, lambda _: False)
    folded = _CODES.sub(lambda match: " " * len(match[0]), view.text)
    named = [*_by_name(folded)]
    for letter in "il":
        letters = str.maketrans("01", f"o{letter}")
        as_letters = _MISREAD.sub(lambda match: match[0].translate(letters), folded)  # noqa: B023
        if as_letters != folded:
            named += _by_name(as_letters)
    found = [*_by_number(folded), *named, *_bare_numbers(folded)]
    found = [f for f in _without_overlaps(found) if not _denied(folded, f)]
    found += _nameless(folded, found)
    found = [Finding(*view.span(f.start, f.end), f.additive) for f in found]
    found.sort(key=lambda finding: finding.start)
    effects = {effect for finding in found for effect in finding.additive.effects}
    verdict, sentence = _verdict(effects, found)
    return Ingredients(tuple(found), verdict, sentence)


def _by_number(folded: str) -> list[Finding]:
    numbers = _table()[1]
    return [
        Finding(match.start(), match.end(), numbers[read])
        for match in _E_NUMBER.finditer(folded)
        if (read := match[1].translate(_DIGITS)) in numbers
    ]


def _by_name(folded: str) -> list[Finding]:
    names = _table()[0]
    return [
        Finding(match.start(), match.end(), names[_plain(match[0])])
        for match in _names().finditer(folded)
        if _plain(match[0]) in names
    ]


def _plain(name: str) -> str:
    """The name as the table has it, whatever spaces and hyphens the label used."""
    names = _table()[0]
    for joined in (name, " ".join(name.split()), " ".join(re.split(r"[\s-]+", name))):
        if joined in names:
            return joined
    squeezed = re.sub(r"[\s-]+", " ", name)
    return next((known for known in names if re.sub(r"[\s-]+", " ", known) == squeezed), name)


def _bare_numbers(folded: str) -> list[Finding]:
    numbers = _table()[1]
    found = []
    for word in _PRESERVED.finditer(folded):
        tail = _BARE.match(folded, word.end())
        if not tail:
            continue
        for digits in re.finditer(r"\d{3,4}", tail[0]):
            if digits[0] in numbers:
                start = word.end() + digits.start()
                found.append(Finding(start, start + len(digits[0]), numbers[digits[0]]))
    return found


def _without_overlaps(found: list[Finding]) -> list[Finding]:
    kept: list[Finding] = []
    for finding in sorted(found, key=lambda f: (f.start, -f.end)):
        if not kept or finding.start >= kept[-1].end:
            kept.append(finding)
    return kept


def _denied(folded: str, finding: Finding) -> bool:
    clause = re.split(r"[.;:()\[\]\n]", folded[max(0, finding.start - 60) : finding.start])[-1]
    return bool(_NO.search(clause) or _NO_LIST.search(clause) or _FREE.match(folded, finding.end))


def _nameless(folded: str, found: list[Finding]) -> list[Finding]:
    """ "Preservative" with nothing named near it: something is in there."""
    nameless = []
    for word in _PRESERVED.finditer(folded):
        named = any(
            word.end() <= f.start <= word.end() + _NEAR
            or f.end <= word.start() <= f.end + _NEAR // 2
            for f in found
            if {STOPS_YEAST, HARD_ON_YEAST, "harmless"} & set(f.additive.effects)
        )
        finding = Finding(word.start(), word.end(), _unnamed())
        said_none = _NONE.match(folded, word.end())
        if not named and not said_none and not _denied(folded, finding):
            nameless.append(finding)
    return nameless


def _verdict(effects: set[str], found: list[Finding]) -> tuple[str, str]:
    for effect, verdict, word in (
        (STOPS_YEAST, "will_not_ferment", "Will not ferment."),
        (HARD_ON_YEAST, "hard", "Ferments, but not willingly."),
    ):
        if effect in effects:
            worst = next(f.additive for f in found if effect in f.additive.effects)
            return verdict, " ".join(filter(None, (word, worst.reason, worst.workaround)))
    return "ferments", "Nothing here stops yeast."
