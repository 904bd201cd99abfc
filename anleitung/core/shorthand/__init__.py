"""Steps as one line in the field's own words: printed from a step, and read back."""
