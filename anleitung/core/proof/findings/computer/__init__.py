"""Findings about host tools and the computer that they run on."""
