"""Reading build strings and file names by a naming scheme: decode, compare, compose."""
