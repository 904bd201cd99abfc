"""Findings of the boot rule: why a phone does not start."""
