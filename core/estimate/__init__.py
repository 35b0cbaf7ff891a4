"""One estimate of a jug: a weighted cloud of what could be in it. Every figure is a view of it."""
