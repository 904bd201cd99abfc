"""What changed: for readers as a page, and as a feed that a foreign parser reads."""

from datetime import timedelta
from typing import Any

import atoma
import pytest
from django.test import Client

from anleitung.accounts.models import Keeper
from anleitung.guides.errors import ChangeNoteRefused
from anleitung.guides.models import ChangeNote, Draft, Guide, Revision
from anleitung.guides.services.bring_in import bring_in
from anleitung.guides.services.withdraw import withdraw
from anleitung.reports.models import Report, ToTell
from tests.conftest import NOW
from tests.core.bundles import edited_files
from tests.ready import publish

AT = {"codename": "palstek", "slug": "clean-install"}
LATER = NOW + timedelta(days=2)
TITLE = ("guide.yaml", "title: Install", "title: Put")


def second(actor: Any, **more: Any) -> Revision:
    files = edited_files("clean-install", [TITLE])
    draft = bring_in(actor=actor, files=files, replaces="", now=LATER).draft
    return publish(actor=actor, **AT, seen=draft.fingerprint, now=LATER, **more)


def page(path: str) -> str:
    answer = Client().get(path)
    assert answer.status_code == 200
    return answer.content.decode()


def feed(path: str) -> Any:
    answer = Client().get(path)
    assert (answer.status_code, answer["Content-Type"]) == (
        200,
        "application/atom+xml; charset=utf-8",
    )
    return atoma.parse_atom_bytes(answer.content)


PLACES = ["", "/c/palstek", "/c/palstek/guides/clean-install"]


@pytest.mark.parametrize("place", PLACES)
def test_a_page_and_a_feed_tell_what_was_published(
    maintainer: Any, revision: Revision, place: str
) -> None:
    made = second(maintainer, note="  The title  says <b>more</b>.\n\nNothing else. ")
    shown = page(f"{place}/changes")
    assert shown.index("1.0.1") < shown.index("1.0.0")
    assert "<li>The title says &lt;b&gt;more&lt;/b&gt;.</li><li>Nothing else.</li>" in shown
    assert "<li>The first version.</li>" in shown
    told = feed(f"{place}/feed.atom")
    assert [e.title.value for e in told.entries] == [
        "Put Wattläufer 5, version 1.0.1",
        "Install Wattläufer 5, version 1.0.0",
    ]
    newest = told.entries[0]
    assert newest.summary.value == "The title says &lt;b&gt;more&lt;/b&gt;.<br>Nothing else."
    assert newest.id_ == f"urn:sha256:{made.fingerprint[7:]}"
    assert newest.links[0].href.endswith(f"/r/{made.short}")
    assert (newest.published, newest.updated) == (LATER, LATER)
    assert told.updated == LATER
    assert f'href="{place}/feed.atom"' in shown


def test_what_is_withdrawn_comes_first_again_and_keeps_its_name(
    maintainer: Any, revision: Revision
) -> None:
    second(maintainer)
    before = {e.id_ for e in feed("/feed.atom").entries}
    at = LATER + timedelta(days=1)
    withdraw(actor=maintainer, short=revision.short, reason="It wipes <all>.", now=at)
    told = feed("/feed.atom")
    first = told.entries[0]
    assert first.title.value == "Withdrawn: Install Wattläufer 5, version 1.0.0"
    assert first.summary.value.startswith("Do not follow it: It wipes &lt;all&gt;.")
    assert (first.published, first.updated, told.updated) == (NOW, at, at)
    assert {e.id_ for e in told.entries} == before
    assert "Withdrawn. Do not follow it." in page("/changes")


def test_without_a_note_the_sentences_of_the_comparison_are_told(
    maintainer: Any, revision: Revision
) -> None:
    made = second(maintainer)
    note = ChangeNote.objects.get(revision=made)
    assert (note.level, note.text) == ("patch", "Other words: title.")


@pytest.mark.parametrize("note", ["so\u202egnorw", "x" * 4_001])
def test_what_cannot_be_shown_is_refused_and_nothing_is_published(
    maintainer: Any, revision: Revision, note: str
) -> None:
    with pytest.raises(ChangeNoteRefused):
        second(maintainer, note=note)
    assert Revision.objects.count() == 1
    assert Draft.objects.exists()


def test_what_is_not_there_and_what_is_tried_out_is_not_told(revision: Revision) -> None:
    for path in (
        "/c/nowhere/changes",
        "/c/palstek/guides/nothing/feed.atom",
        "/c/poller/feed.atom",
    ):
        assert Client().get(path).status_code == 404
    Guide.objects.update(is_trial=True)
    assert feed("/feed.atom").entries == []
    assert "Nothing is published yet." in page("/changes")


def test_whoever_left_an_address_is_told_of_a_withdrawal_once(
    maintainer: Any, revision: Revision, mailoutbox: list[Any]
) -> None:
    path = f"/r/{revision.short}/tell-me"
    assert Client().post(path, {"email": "no address"}).status_code == 422
    for _ in range(2):
        assert b"You will be told" in Client().post(path, {"email": "reader@example.test"}).content
    assert ToTell.objects.count() == 1
    withdraw(actor=maintainer, short=revision.short, reason="The radio image was wrong.", now=LATER)
    [mail] = mailoutbox
    assert mail.to == ["reader@example.test"]
    assert "The radio image was wrong." in mail.body
    assert not ToTell.objects.exists()
    assert b"withdrawn already" in Client().post(path, {"email": "late@example.test"}).content
    assert "Tell me if" not in Client().get(f"/r/{revision.short}").content.decode()


def test_a_tester_reports_under_a_name(maintainer: Any, revision: Revision) -> None:
    client = Client()
    client.force_login(maintainer)
    assert "carries your name, mira.f" in client.get(f"/r/{revision.short}").content.decode()
    form = {
        "key": "0123456789abcdef",
        "base": "PS-12.4.7-KU.r3",
        "variant": "K6",
        "option.data": "clean",
        "ending": "worked",
        "step": "",
    }
    for each, key in ((client, "0123456789abcdef"), (Client(), "0123456789abcdeg")):
        assert each.post(f"/r/{revision.short}/report", form | {"key": key}).status_code == 302
    assert [r.by for r in Report.objects.order_by("pk")] == [maintainer, None]


def test_a_codename_that_nobody_keeps_says_so(revision: Revision) -> None:
    assert "Nobody keeps these guides" not in Client().get("/c/palstek").content.decode()
    Keeper.objects.all().delete()
    assert "Nobody keeps these guides" in Client().get("/c/palstek").content.decode()
