"""What can be done in the cellar, one verb a file."""
