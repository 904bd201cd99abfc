"""Running a guide over all phones at once."""
