"""Findings about recoveries and what they install."""
