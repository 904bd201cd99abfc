"""Repairing a guide: edits that are tried and held against the law of the fix."""
