"""Findings about modes, and about the link between phone and computer."""
