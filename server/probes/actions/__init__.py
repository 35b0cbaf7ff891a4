"""What can be done with probes, one verb a file."""
