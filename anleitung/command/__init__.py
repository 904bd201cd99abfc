"""The command `anleitung`."""
