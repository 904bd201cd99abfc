"""Notes as they are pasted, read line by line into rows of a draft."""
