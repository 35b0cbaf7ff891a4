"""A plan evaluated: doses, balance, checks, and the drink in the glass."""
