"""The cellar: bottles as they stand, their labels, and how they tasted."""
