"""Rehearsing a guide: one phone on the bench, single slips, the way back."""
