"""The ways of writing, and what each of them asks: the table of the one gate.

``docs/writing.md`` is this table, generated; ``writing.py`` holds the questions.
"""

from anleitung.core.phone.writing import QUESTIONS, Cell, Way

_A, _T, _L = Cell.ASKS, Cell.TELLS, Cell.LATER
_NO_RECOVERY = "no recovery takes part"
_WHOLE = "an image replaces the whole partition"
_NOT_AN_ADD_ON = "an image of a partition is no add-on"
_ITSELF = "the package says itself where it goes"
_JUDGED = {"variant": _L, "family": _L, "index": _L}
_BY_IMAGE: dict[str, Cell | str] = {
    "at hand": _A,
    "name": _A,
    "packed": _A,
    "unique": _T,
    "place": _T,
    "recovery": _NO_RECOVERY,
    "processor": _T,
    "region": _T,
    "slots": _T,
    "demands": _T,
    "predecessor": _WHOLE,
    "signer": _A,
    "settled": _T,
    "power": _T,
    "in time": _NOT_AN_ADD_ON,
    "mounted": "a partition is written whole, mounted or not",
    "described": _T,
    "size": _A,
    **_JUDGED,
}

FLASH = Way("flash", "flash", _BY_IMAGE)
FLASH_SET = Way(
    "flash-set",
    "factory set",
    {**_BY_IMAGE, "settled": "the command restarts by itself where it must"},
)
WINDOW = Way("window", "window program", _BY_IMAGE, by_window=True)
FROM_SYSTEM = Way("from-system", "from the running system", {**_BY_IMAGE, "signer": _L, "size": _T})
INSTALL = Way(
    "install",
    "installed by a recovery",
    {
        **_BY_IMAGE,
        "place": _ITSELF,
        "recovery": _A,
        "processor": _A,
        "demands": _A,
        "predecessor": _A,
        "in time": _A,
        "mounted": _A,
    },
    by_recovery=True,
)
ADD_ON = Way(
    "add-on",
    "add-on",
    {**INSTALL.answers, "predecessor": "it goes in beside"},
    by_recovery=True,
)
SECOND = Way(
    "second",
    "second system",
    {
        **_BY_IMAGE,
        "unique": "it has a room of its own",
        "place": "it has a room of its own",
        "demands": _A,
        "signer": "the first system starts it, and checks nothing",
        "settled": "it has a room of its own",
        "size": "its own finding asks for the size of the room",
        "described": _T,
        "family": "nothing of it stands beside the first system",
        "index": "it brings no firmware",
    },
)
KEEP = Way(
    "keep",
    "recovery that keeps itself",
    {
        question.id: "no file: what runs writes itself, and it runs on this phone"
        for question in QUESTIONS
    }
    | {"signer": _A, "power": _T, "settled": _T},
)
WAYS: tuple[Way, ...] = (
    FLASH,
    FLASH_SET,
    WINDOW,
    INSTALL,
    ADD_ON,
    FROM_SYSTEM,
    KEEP,
    SECOND,
)
