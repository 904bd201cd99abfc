"""What a person states as a reason, and others read: short, visible, on one line."""

from anleitung.core.documents.plain_text import plain_text
from anleitung.core.errors import AnleitungError


def stated(text: str, *, least: int, most: int, error: type[AnleitungError], says: str) -> str:
    """The text with its white space folded. says: how long it may be, and what for.

    Raises ``error`` where it is too short or too long, or holds what cannot be seen.
    """
    words = " ".join(text.split())
    if not least <= len(words) <= most:
        raise error(says)
    try:
        return plain_text(words)
    except ValueError as fault:
        raise error(f"{says} This text cannot be kept: {fault}.") from fault
