"""What stands on the shelf: facts, verdict, supplies, and the cheapest basket."""
