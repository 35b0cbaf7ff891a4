"""How labels lie on a page: grids that label paper is sold in, and what a plain page holds."""

from dataclasses import dataclass

from core.errors import JobError


@dataclass(frozen=True, slots=True)
class LabelSheet:
    """Labels on an A4 page: across and down, each so wide and high, mm, and the paper's margins
    to the left and on top, mm."""

    across: int
    down: int
    width_mm: float
    height_mm: float
    left_mm: float
    top_mm: float

    @property
    def per_page(self) -> int:
        """How many fit."""
        return self.across * self.down


# Sizes that A4 label paper is commonly cut in. Common practice: check them against the packet.
_SHEETS = (
    LabelSheet(1, 2, 199.6, 143.5, 5.2, 5.0),
    LabelSheet(2, 2, 99.1, 139.0, 5.9, 9.5),
    LabelSheet(2, 4, 99.1, 67.7, 5.9, 13.1),
    LabelSheet(2, 5, 99.1, 57.0, 5.9, 6.0),
    LabelSheet(2, 7, 99.1, 38.1, 5.9, 15.15),
    LabelSheet(3, 7, 63.5, 38.1, 9.75, 15.15),
    LabelSheet(3, 8, 64.0, 33.9, 9.0, 12.9),
)
SHEETS = {sheet.per_page: sheet for sheet in _SHEETS}
"""By how many labels there are on a page."""


def sheet_of(per_page: int) -> LabelSheet:
    """The sheet with so many labels. Raises JobError for none."""
    if per_page not in SHEETS:
        raise JobError(f"Labels come {', '.join(map(str, SHEETS))} on a page.", "per_page")
    return SHEETS[per_page]
