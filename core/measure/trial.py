"""A trial in a glass, for the whole jug."""

from core.errors import JobError


def scaled_up(sample_ml: float, added: float, jug_ml: float) -> float:
    """A bench trial in a glass, for the jug: the same share of it, in the same unit.

    Raises JobError for no sample.
    """
    if not 0 < sample_ml <= jug_ml:
        raise JobError("A sample is more than nothing and at most the jug.", "sample_ml")
    if added < 0:
        raise JobError("An addition is 0 or more.", "added")
    return added * jug_ml / sample_ml
