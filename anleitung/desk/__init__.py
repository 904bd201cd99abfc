"""The desk: every codename with its guides, and what needs a decision now."""
