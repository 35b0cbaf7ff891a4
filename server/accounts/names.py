"""Names people sign in with: what makes two of them one, and which nobody may take."""

import unicodedata

from confusable_homoglyphs import confusables

from core.errors import JobError

MOST_LETTERS = 60
# Ones that would be taken for the house's own.
_RESERVED = ("demo", "admin", "root", "support", "amberjug", "system")
_LOOK_ALIKE_ASCII = str.maketrans({"0": "o", "1": "l", "|": "l", "3": "e", "5": "s"})


def name_key(name: str) -> str:
    """The same for names that differ in case, spacing or look-alike letters only.

    Unicode's compatibility forms are folded, and each letter of another alphabet that looks
    like a Latin one becomes it (Unicode's table of confusables).
    """
    folded = unicodedata.normalize("NFKC", name).casefold()
    folded = "".join(c for c in folded if not c.isspace() and unicodedata.category(c) != "Cf")
    plain = "".join(_as_latin(letter) for letter in folded)
    return plain.casefold().translate(_LOOK_ALIKE_ASCII)


def _as_latin(letter: str) -> str:
    if letter.isascii():
        return letter
    # A letter with a mark is its own: "André" is not "Andre".
    found = confusables.is_confusable(letter, greedy=True)
    for one in found[0]["homoglyphs"] if found else []:
        if len(one["c"]) == 1 and one["c"].isascii() and one["c"].isalnum():
            return str(one["c"]).casefold()
    return letter


def check_name(name: str) -> str:
    """The name without blanks around it. Raises JobError when it cannot be one."""
    name = unicodedata.normalize("NFC", name).strip()
    if not name:
        raise JobError("Choose a name to sign in with.", "name")
    if len(name) > MOST_LETTERS or not name.isprintable():
        raise JobError("Choose a shorter name, of ordinary letters.", "name")
    if name_key(name) in _RESERVED:
        raise JobError(f"{name} is a name of the house: choose another.", "name")
    return name
