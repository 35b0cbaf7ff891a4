"""The one error core raises for an input the job cannot have."""


class JobError(ValueError):
    """Says in one sentence what is wrong and what would be right.

    `at` names the place in the input (`pours[1].label.sugars_g`), or is empty
    when the whole of it is meant.
    """

    def __init__(self, text: str, at: str = "") -> None:
        super().__init__(f"{at}: {text}" if at else text)
        self.text = text
        self.at = at

    def within(self, place: str) -> "JobError":
        """The same error seen from one level further out (`label` inside `pours[1]`)."""
        return JobError(self.text, f"{place}.{self.at}" if self.at else place)
