"""Chains of guides and updates: from a phone as it is to an aim, each run whole on the model."""
