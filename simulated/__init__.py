"""Stand-ins for what is outside: they ship with the app, so that it runs with no network."""
