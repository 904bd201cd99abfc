"""The processes that serve the site."""
