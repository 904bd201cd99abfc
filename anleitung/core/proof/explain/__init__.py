"""Explaining a run: words, traces, reasons, and what follows from it."""
