"""The rules of the job: pure Python, no clock, no network, no files but its own tables."""
