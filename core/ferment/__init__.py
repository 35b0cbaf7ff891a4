"""What yeast makes of it: strength, where it ends, readings and what they prove."""
