"""Findings about apps, root and second systems."""
