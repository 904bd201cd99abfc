"""Characters that nobody sees, or that make text look like another: refused in what is stored.

Controls (but tab and line feed), lone surrogates, directions that turn what follows, and, in names
and titles, everything invisible. Joiners stay in prose, where some scripts need them.
"""

import re
import unicodedata

# As they stand in a class of a JSON Schema's pattern (ECMA-262) and of Python's re alike.
UNSEEN_IN_PROSE = (
    r"\u0000-\u0008\u000b-\u001f\u007f-\u009f"  # controls
    r"\u202a-\u202e\u2066-\u2069"  # directions that embed, override or isolate
    r"\ud800-\udfff\ufffe\uffff"  # no characters at all
)
UNSEEN = UNSEEN_IN_PROSE + (
    r"\u00ad\u034f\u061c\u115f\u1160\u17b4\u17b5\u180b-\u180e\u200b-\u200f\u2028\u2029"
    r"\u2060-\u2065\u206a-\u206f\u3164\ufe00-\ufe0f\ufeff\uffa0\ufff0-\ufffb"
)
PATTERN_IN_PROSE = f"^[^{UNSEEN_IN_PROSE}]*$"
PATTERN = f"^[^{UNSEEN}]*$"

_IN_PROSE = re.compile(f"[{UNSEEN_IN_PROSE}]")
# Tags of the supplementary plane: beyond what a pattern without flags can say.
_ANYWHERE = re.compile(f"[{UNSEEN}\U000e0000-\U000e0fff]")


def plain_text(value: str) -> str:
    """For names, titles and short sentences. Raises ValueError."""
    return _checked(value, _ANYWHERE)


def plain_prose(value: str) -> str:
    """Raises ValueError."""
    return _checked(value, _IN_PROSE)


def name_unseen(text: str) -> str:
    """The first character that is refused in names, as "U+202E (right-to-left override)", or ""."""
    found = _ANYWHERE.search(text)
    return _name(found[0]) if found else ""


def _checked(value: str, unseen: re.Pattern[str]) -> str:
    found = unseen.search(value)
    if found is not None:
        raise ValueError(
            f"place {found.start() + 1} holds {_name(found[0])}, which cannot be seen. Remove it"
        )
    return value


def _name(sign: str) -> str:
    name = unicodedata.name(sign, "a control character").lower()
    return f"U+{ord(sign):04X} ({name})"
