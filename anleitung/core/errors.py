"""The root of all errors that a person may see: what, where, and what to do."""


class AnleitungError(Exception):
    """Has a ``code`` in kebab-case that never changes, and a sentence."""

    code = "error"
