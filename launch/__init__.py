"""What ./amber does: set up, start, stop, test, measure. Standard library only until the
virtual environment stands."""
