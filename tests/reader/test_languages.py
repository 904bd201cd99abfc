"""Pages of readers in German: nothing is left in English without being marked as such."""

import re
from collections.abc import Iterator
from html.parser import HTMLParser
from pathlib import Path
from typing import Any

from django.conf import settings
from django.test import Client

from anleitung.guides.models import Revision

HOME = Path(settings.HOME) / "anleitung"
GERMAN = HOME / "locale/de/LC_MESSAGES/django.po"
MARKS: dict[str, Any] = {
    "_": None,
    "gettext": None,
    "N_": None,
    "ngettext": (1, 2),
    "counted": (2, 3),
}
VOID = {"meta", "link", "input", "img", "br", "hr"}


class _Texts(HTMLParser):
    """Every text of a page, with whether it is marked as English or copied letter by letter."""

    def __init__(self) -> None:
        super().__init__()
        self.found: list[str] = []
        self._marked: list[bool] = []

    def handle_starttag(self, tag: str, attrs: list[tuple[str, str | None]]) -> None:
        told = dict(attrs)
        if tag in VOID:
            return
        mine = told.get("lang") == "en" or tag in {"code", "svg", "script", "style", "option"}
        mine = mine or bool({"letter", "command"} & set((told.get("class") or "").split()))
        self._marked.append(mine or (bool(self._marked) and self._marked[-1]))
        self.found += [told[n] or "" for n in ("aria-label", "title", "data-says") if n in told]

    def handle_endtag(self, tag: str) -> None:
        if tag not in VOID and self._marked:
            self._marked.pop()

    def handle_data(self, data: str) -> None:
        if not (self._marked and self._marked[-1]):
            self.found.append(" ".join(data.split()))


def texts(html: str) -> set[str]:
    parser = _Texts()
    parser.feed(html)
    return {t for t in parser.found if len(re.findall(r"\b[a-z]{2,}\b", t)) > 1}


def both(path: str, **query: str) -> tuple[str, str]:
    pages = [
        Client(headers={"Accept-Language": language}).get(path, query).content.decode()
        for language in ("en", "de-AT,de;q=0.9,en;q=0.5")
    ]
    return pages[0], pages[1]


def paths(revision: Revision) -> Iterator[tuple[str, dict[str, str]]]:
    yield "/", {}
    yield "/", {"q": "nothing-of-the-kind"}
    yield "/c/palstek", {}
    yield "/c/palstek/changes", {}
    yield "/no-such-page", {}
    yield f"/r/{revision.short}", {}
    yield f"/r/{revision.short}", {"variant": "K6", "build": "PS-12.4.7-KU.r3"}
    yield f"/r/{revision.short}", {"build": "AK-12.4.7-XX.r3"}
    yield f"/r/{revision.short}", {"reported": "1"}


def test_whatever_is_said_in_english_on_a_german_page_is_marked(revision: Revision) -> None:
    left = {}
    for path, query in paths(revision):
        english, german = both(path, **query)
        assert '<html lang="de">' in german
        left[path, *query] = texts(english) & texts(german)
    assert {k: v for k, v in left.items() if v} == {}
