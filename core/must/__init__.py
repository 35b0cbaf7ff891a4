"""What is mixed: sugar, extract, acid, tannin and pulp by mass."""
