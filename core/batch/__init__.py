"""The life of a jug, from its journal."""
