"""Texts of tables and catalogues: marked for translation here, translated when they are said."""


def N_(text: str) -> str:  # noqa: N802  the usual name of the marker
    return text
