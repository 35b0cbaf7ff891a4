"""Probes that float in a jug or stand beside it, and what they send."""
