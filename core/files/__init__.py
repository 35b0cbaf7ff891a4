"""The open files: reading and answering them."""
