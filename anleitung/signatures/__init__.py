"""Signed checksum lists and keys."""
