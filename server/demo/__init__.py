"""The demo kitchen: an invented person in an invented town, with invented brands."""
