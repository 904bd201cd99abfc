"""File sets: what was found held against what is wanted, and how much room it all takes."""
