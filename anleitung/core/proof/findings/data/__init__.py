"""Findings about user data, copies and losses."""
