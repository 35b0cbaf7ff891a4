"""Into bottles: filling, priming, pressure, and what may be closed."""
