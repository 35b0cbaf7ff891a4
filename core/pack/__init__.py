"""What is printed on a pack, and reading it."""
