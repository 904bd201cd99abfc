"""Two states of a guide compared by what they do, and what follows from it."""
