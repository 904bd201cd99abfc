"""Routes over what is published: the chain of guides from a phone to an aim."""
