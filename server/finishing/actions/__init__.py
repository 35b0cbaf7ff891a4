"""What can be done with a jug that has stopped, one verb a file."""
