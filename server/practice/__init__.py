"""What a kitchen has learned from its batches, and where its money went."""
