"""Targets, and the amounts that meet them."""
