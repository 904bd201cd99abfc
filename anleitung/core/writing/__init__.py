"""Writing a guide: edits of its rows and its head, what is open, what fits where."""
