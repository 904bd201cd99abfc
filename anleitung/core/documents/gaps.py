"""Texts with gaps: * stands for anything, also nothing. No expression of a user is ever run."""


def fits_gaps(pattern: str, text: str, *, never: str) -> bool:
    """Is ``text`` the pattern with something in each gap? Linear in both.

    never: a character that no gap may hold.
    """
    if text.count(never) != pattern.count(never):
        return False
    first, *rest = pattern.split("*")
    if not rest:
        return text == first
    *middle, last = rest
    if not text.startswith(first) or len(text) < len(first) + len(last):
        return False
    at, end = len(first), len(text) - len(last)
    if not text.endswith(last):
        return False
    # The leftmost place leaves the most for what follows, so no other need be tried.
    for part in middle:
        found = text.find(part, at, end)
        if found < 0:
            return False
        at = found + len(part)
    return True
