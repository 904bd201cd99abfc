"""Moves between the builds of a codename by the packages of its maker, and the ways they make."""
