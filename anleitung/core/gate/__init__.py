"""What stands between a draft and publishing: a list of lines, each with its state."""
