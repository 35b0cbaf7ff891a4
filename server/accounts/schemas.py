"""What the page is told about an account, and may change."""

from ninja import Schema


class Settings(Schema):
    """How an account's figures are shown and read. `gallon` and `cup` are empty until somebody
    was asked whose they are; `calibrated_c` and `stem_offset` (SG) are the hydrometer's own."""

    currency: str = "GBP"
    time_zone: str = "UTC"
    shows: str = "metric"
    gallon: str = ""
    cup: str = ""
    gravity_scale: str = "sg"
    temperature: str = "c"
    calibrated_c: float = 20.0
    stem_offset: float = 0.0
