"""Texts of tables and catalogues: marked for translation here, translated when they are said."""

from collections.abc import Hashable, Iterator, Mapping
from gettext import gettext, ngettext
from typing import TypeVar

_Key = TypeVar("_Key", bound=Hashable)


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


def counted(count: int, one: str, many: str) -> str:
    """ "1 report", "1,200 reports": {n} in the texts is the count."""
    return ngettext(one, many, count).format(n=f"{count:,}")
