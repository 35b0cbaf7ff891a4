"""One check of core against something outside the project."""

from dataclasses import dataclass

KINDS = {
    "independent": "another measurement or another program, that core was not made from",
    "fitted": "core's own formula was fitted to it, or took its constants from it",
    "copied": "the same formula or table, written out again: guards against slips only",
    "definition": "follows from a definition, molar masses or plain arithmetic",
    "practice": "what the trade does and nobody publishes",
}

# What each source is to core, the first that is named in it. "memory" says besides that a
# value was recalled.
_KIND_OF = (
    ("common practice", "practice"),
    ("printed triple scales", "practice"),
    ("trade's quadratic", "practice"),
    ("phreeqc", "independent"),
    ("NBS Circular 440", "fitted"),
    ("Annex V", "independent"),
    ("thermo", "independent"),
    ("CoolProp", "independent"),
    ("IAPWS", "independent"),
    ("CIPM", "copied"),
    ("OIML R 22", "copied"),
    ("ICUMSA SPS-4", "independent"),
    ("baume()", "definition"),
    ("GNU units", "definition"),
    ("CRC", "independent"),
    ("ICUMSA", "fitted"),
    ("USDA", "independent"),
    ("Balling", "independent"),
    ("EU wine law, 16.83", "independent"),
    ("propagated", "independent"),
    ("Usher", "fitted"),
    ("Agabaliantz", "fitted"),
    ("definition", "definition"),
    ("molar masses", "definition"),
    ("by hand", "definition"),
    ("its own reading", "definition"),
    ("EU total", "copied"),
)


@dataclass(frozen=True)
class Check:
    """`ours` and `outside` in `unit`, which may differ by `tolerance`.

    `source` is a standard, handbook table or library with its version; "common practice"
    where nothing is published; and says "memory" where a value was recalled.
    """

    what: str
    ours: float
    outside: float
    tolerance: float
    unit: str
    source: str

    @property
    def holds(self) -> bool:
        """Whether the two agree."""
        return abs(self.ours - self.outside) <= self.tolerance

    @property
    def kind(self) -> str:
        """What kind of outside it is, one of KINDS. Raises StopIteration for a new source."""
        return next(kind for named, kind in _KIND_OF if named in self.source)
