"""One estimate of a jug: a weighted cloud of what could be in it, of which every figure is a view."""
