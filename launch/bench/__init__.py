"""How fast it is, as figures of one run on one machine."""
