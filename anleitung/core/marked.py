"""Texts: marked for translation where they stand, translated when they are said.

What is stored or worked out for everybody is said in English. Only whoever shows something to one
reader speaks another language, and only while it is being said: see ``speaking``.
"""

from collections.abc import Hashable, Iterator, Mapping
from contextlib import contextmanager
from contextvars import ContextVar
from typing import Protocol, TypeVar

_Key = TypeVar("_Key", bound=Hashable)


class Speaker(Protocol):
    """One language, as the standard library's ``gettext.NullTranslations`` and its kin have it."""

    def gettext(self, message: str, /) -> str: ...

    def ngettext(self, msgid1: str, msgid2: str, n: int, /) -> str: ...


ENGLISH = "en"
_SPEAKER: ContextVar[tuple[str, Speaker] | None] = ContextVar("speaker", default=None)


@contextmanager
def speaking(language: str = ENGLISH, speaker: Speaker | None = None) -> Iterator[None]:
    """Without a speaker in the language of the source, whatever is spoken around it."""
    before = _SPEAKER.set((language, speaker) if speaker is not None else None)
    try:
        yield
    finally:
        _SPEAKER.reset(before)


def spoken() -> str:
    """The language that is spoken at present."""
    now = _SPEAKER.get()
    return now[0] if now else ENGLISH


def gettext(text: str) -> str:
    now = _SPEAKER.get()
    return now[1].gettext(text) if now and text else text


def ngettext(one: str, many: str, count: int) -> str:
    now = _SPEAKER.get()
    if now is None:
        return one if count == 1 else many
    return now[1].ngettext(one, many, count)


def N_(text: str) -> str:  # noqa: N802  the usual name of the marker
    return text


class Texts(Mapping[_Key, str]):
    """A table of marked texts; each is translated when it is taken out."""

    def __init__(self, texts: Mapping[_Key, str]) -> None:
        self._texts = dict(texts)

    def __getitem__(self, name: _Key) -> str:
        return gettext(self._texts[name])

    def __iter__(self) -> Iterator[_Key]:
        return iter(self._texts)

    def __len__(self) -> int:
        return len(self._texts)


def capital(text: str) -> str:
    """The first letter large; a file name at the front keeps its letters."""
    first = text.split(" ", 1)[0]
    return text if "." in first or "_" in first else text[:1].upper() + text[1:]


def counted(count: int, one: str, many: str) -> str:
    """ "1 report", "1,200 reports": {n} in the texts is the count."""
    return ngettext(one, many, count).format(n=f"{count:,}")
