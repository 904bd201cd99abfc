"""Findings about the files of the set, and how they reach the phone."""
