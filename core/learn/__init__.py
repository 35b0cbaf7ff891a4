"""What finished batches say of a kitchen, and of the next one."""
