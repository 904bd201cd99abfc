"""Findings over the whole course of a guide."""
