"""The record: accounts, shelf and jugs in PostgreSQL, and the API over them."""
