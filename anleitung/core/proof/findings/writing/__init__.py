"""Findings about what is written to which partition."""
