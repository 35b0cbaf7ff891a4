"""Plans worked out and looked at from every side; nothing here is kept."""
