"""Heat in the bottle: how much of it keeps a sweet drink from going on."""

from core.errors import JobError

# From so many units on a sweet drink is taken to be held. Common practice.
ENOUGH_PU = 50.0
# One unit is a minute at 60 °C; ten times as much at 6.94 °C more. Common practice.
_PER_DEGREE = 1.393
_COUNTS_FROM_C, _BOILS_C = 50.0, 100.0


def pasteurisation_units(core_c: float, minutes: float) -> float:
    """PU from the temperature in the middle of the bottle and how long it stood there.

    minutes x 1.393^(T - 60); below 50 °C none. 10 minutes at 65 °C are 52. Raises JobError for
    what is no water bath.

    Reference: Del Vecchio, Dayharsh and Baselt, ASBC Proc. (1951) 45 (memory).
    Example: 10 × 1.393⁵.

    >>> f"{pasteurisation_units(65, 10):.1f}"
    '52.5'
    """
    if not 0 <= core_c <= _BOILS_C:
        raise JobError("The middle of the bottle has 0 to 100 °C.", "core_c")
    if not 0 <= minutes <= 24 * 60:
        raise JobError("Minutes are 0 or more, and less than a day.", "minutes")
    return minutes * _per_minute(core_c)


def minutes_for(core_c: float, units: float = ENOUGH_PU) -> float:
    """Minutes that bring so many PU at this temperature in the middle of the bottle.

    Raises JobError below 50 °C, where none count, and as `pasteurisation_units`.

    Reference: As `pasteurisation_units`.
    Example: 50 / 1.393⁵.

    >>> f"{minutes_for(65):.1f}"
    '9.5'
    """
    per_minute = pasteurisation_units(core_c, 1)
    if not per_minute:
        raise JobError("Below 50 °C heat does nothing here: take 60 to 70 °C.", "core_c")
    return units / per_minute


def _per_minute(core_c: float) -> float:
    return _PER_DEGREE ** (core_c - 60) if core_c >= _COUNTS_FROM_C else 0.0
