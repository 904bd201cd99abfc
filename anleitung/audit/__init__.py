"""Who did what: entries that follow each other, each bound to the one before by its digest."""
