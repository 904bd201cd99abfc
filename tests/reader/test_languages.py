"""Pages of readers in German: nothing is left in English without being marked as such."""

import re
from collections.abc import Iterator
from html.parser import HTMLParser
from io import BytesIO
from pathlib import Path
from typing import Any

import pytest
from babel.messages.extract import extract_python
from babel.messages.pofile import read_po
from django.conf import settings
from django.test import Client
from django.utils.translation import trans_real
from django.utils.translation.template import templatize

from anleitung.core.marked import N_, gettext, speaking, spoken
from anleitung.guides.models import Revision
from anleitung.reader.management.commands.makemessages import NOT_FOR_READERS
from anleitung.storage.recent import Kept

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
    yield "/c/palstek/route", {}
    yield "/c/palstek/route", {"to": "system:wattlaeufer", "bootloader": "unlocked"}
    yield "/c/palstek/route", {"to": "system:wattlaeufer", "keep": "media"}
    yield "/c/palstek/route", {"to": "nowhere", "build": "PS-99-KU.r9"}
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


def marked_texts() -> set[str]:
    """Every text that is marked for translation in what readers may see."""
    found: set[str] = set()
    for path in sorted(HOME.rglob("*")):
        inside = path.relative_to(HOME)
        if path.suffix not in (".py", ".html") or any(inside.match(p) for p in left_out(inside)):
            continue
        source = path.read_text()
        if path.suffix == ".html":
            # As the framework reads it: only the calls are left, and signs in place of the rest.
            source = f"({templatize(source)})"
        for _line, _name, messages, _comments in extract_python(
            BytesIO(source.encode()), list(MARKS), [], {"encoding": "utf-8"}
        ):
            texts = messages if isinstance(messages, tuple) else (messages,)
            found |= {t for t in texts if isinstance(t, str) and t}
    return found


def left_out(inside: Path) -> tuple[str, ...]:
    """Folders as a whole, and the files that are named."""
    folders = {p.removesuffix("/*") for p in NOT_FOR_READERS if p.endswith("/*")}
    mine = [f"{f}/**/*" for f in folders if inside.as_posix().startswith(f"{f}/")]
    return ("*",) if mine else tuple(p for p in NOT_FOR_READERS if not p.endswith("/*"))


def test_every_text_that_readers_may_see_has_a_german_one() -> None:
    with GERMAN.open("rb") as file:
        catalog = read_po(file, locale="de")
    said = {
        text: message.string
        for message in catalog
        if message.id and not message.fuzzy
        for text in (message.id if isinstance(message.id, tuple) else (message.id,))
    }
    found = marked_texts()
    assert len(found) > 500
    assert {t for t in found if not (said.get(t) and all(said[t]))} == set()


def test_every_german_text_has_the_same_gaps_and_is_what_the_site_speaks() -> None:
    speaker = trans_real.translation("de")
    with GERMAN.open("rb") as file:
        catalog = read_po(file, locale="de")
    for message in catalog:
        if not message.id:
            continue
        ids = message.id if isinstance(message.id, tuple) else (message.id,)
        says = message.string if isinstance(message.string, tuple) else (message.string,)
        for text in says:
            assert gaps(text) == gaps(ids[-1]), text
        if not isinstance(message.id, tuple):
            assert speaker.gettext(message.id) == message.string, "make messages"


def gaps(text: str) -> list[str]:
    return sorted(re.findall(r"\{\w*[^}]*\}|%\(\w+\)s|</?b>", text))


def test_what_is_kept_for_everybody_is_made_in_english_whoever_asks_first() -> None:
    speaker = trans_real.translation("de")
    for_all: Kept[str, str] = Kept()
    for_each: Kept[str, str] = Kept(per_language=True)
    with speaking("de", speaker):
        assert (spoken(), gettext(N_("Unlocking"))) == ("de", "Entsperren")
        assert for_all.get_or("x", lambda: gettext("Unlocking")) == "Unlocking"
        assert for_each.get_or("x", lambda: gettext("Unlocking")) == "Entsperren"
    assert for_all.get_or("x", lambda: "made anew") == "Unlocking"
    assert for_each.get_or("x", lambda: gettext("Unlocking")) == "Unlocking"


@pytest.mark.parametrize(
    ("asked", "cookie", "language"),
    [
        ("", "", "en"),
        ("de", "", "de"),
        ("de-CH", "", "de"),
        ("xx,de;q=0.3,en;q=0.1", "", "de"),
        ("en-GB,de;q=0.3", "", "en"),
        ("de", "en", "en"),
        ("en", "de", "de"),
        ("de", "xx", "de"),
        (";;q=,", "", "en"),
    ],
)
def test_the_language_is_the_chosen_one_else_what_the_browser_asks_for(
    db: None, asked: str, cookie: str, language: str
) -> None:
    client = Client(headers={"Accept-Language": asked} if asked else {})
    if cookie:
        client.cookies["anleitung_language"] = cookie
    answer = client.get("/")
    assert f'<html lang="{language}">' in answer.content.decode()
    assert answer["Content-Language"] == language
    assert {"Accept-Language", "Cookie"} <= set(answer["Vary"].split(", "))


def test_a_choice_is_kept_and_leaves_the_address(db: None) -> None:
    client = Client()
    answer = client.get("/", {"q": "pal", "lang": "de"})
    assert (answer.status_code, answer["Location"]) == (302, "/?q=pal")
    assert '<html lang="de">' in client.get("/").content.decode()
    assert '<html lang="de">' in client.get("/", {"lang": "xx"}).content.decode()


def test_the_workbench_and_its_answers_stay_english(client_of_maintainer: Client) -> None:
    client_of_maintainer.cookies["anleitung_language"] = "de"
    assert '<html lang="en">' in client_of_maintainer.get("/c/").content.decode()
    answer = client_of_maintainer.get("/api/drafts/palstek/none-of-the-kind")
    assert "There is no" in answer.json()["message"]


def test_a_report_is_refused_in_the_language_of_who_sent_it(revision: Revision) -> None:
    client = Client(headers={"Accept-Language": "de"})
    page = client.post(f"/r/{revision.short}/report", {}).content.decode()
    assert "Wählen Sie, wie es ausging." in page
