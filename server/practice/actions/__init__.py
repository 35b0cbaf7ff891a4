"""What the practice endpoints do."""
