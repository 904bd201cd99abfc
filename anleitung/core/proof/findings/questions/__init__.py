"""Findings about checks, branches, questions and promises."""
