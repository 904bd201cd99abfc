"""What a published state is by now, and guides that others follow."""

from datetime import timedelta
from typing import Any

import pytest
from django.db import DatabaseError, transaction
from django.test import Client

from anleitung.guides.errors import DeprecateRefused, NoSuchGuide
from anleitung.guides.models import Deprecation, Revision
from anleitung.guides.services.bring_in import bring_in
from anleitung.guides.services.deprecate import deprecate, take_up_again
from anleitung.guides.services.withdraw import withdraw
from anleitung.guides.states import deprecation_of, states_of
from anleitung.guides.ways_back import named_by
from tests.conftest import NOW
from tests.core.bundles import edited_files
from tests.ready import publish

LATER = NOW + timedelta(days=2)
WORDS = ("guide.yaml", "title: Install", "title: Put")


def published(actor: Any, name: str, *edits: Any) -> Revision:
    draft = bring_in(actor=actor, files=edited_files(name, edits), replaces="", now=LATER).draft
    return publish(
        actor=actor, codename="palstek", slug=draft.guide.slug, seen=draft.fingerprint, now=LATER
    )


def words(revision: Revision) -> list[str]:
    rows = list(Revision.objects.filter(guide=revision.guide).order_by("number"))
    found = states_of(rows)
    return [found[row.pk] for row in rows]


def gone(actor: Any, slug: str, follower: str = "", reason: str = "Old.") -> Deprecation:
    return deprecate(
        actor=actor, codename="palstek", slug=slug, follower=follower, reason=reason, now=LATER
    )


def test_each_state_has_its_word(maintainer: Any, revision: Revision) -> None:
    assert words(revision) == ["published"]
    second = published(maintainer, "clean-install", WORDS)
    assert words(revision) == ["superseded", "published"]
    gone(maintainer, "clean-install")
    assert words(revision) == ["superseded", "deprecated"]
    # What is withdrawn supersedes nothing, and says so whatever else is so.
    withdraw(actor=maintainer, short=second.short, reason="wrong file", now=LATER)
    assert words(revision) == ["deprecated", "withdrawn"]
    take_up_again(actor=maintainer, codename="palstek", slug="clean-install", now=LATER)
    assert words(revision) == ["published", "withdrawn"]


def test_readers_are_led_to_what_follows_and_never_to_what_is_withdrawn(
    maintainer: Any, revision: Revision
) -> None:
    other = published(maintainer, "unlock")
    gone(maintainer, "clean-install", "unlock", "Unlock <first>.")
    shown = Client().get(f"/r/{revision.short}").content.decode()
    assert "This guide is deprecated.</b> Unlock &lt;first&gt;." in shown
    assert f'<a href="/r/{other.short}">{other.title}</a>' in shown
    second = published(maintainer, "clean-install", WORDS)
    assert "There is a newer version" in Client().get(f"/r/{revision.short}").content.decode()
    withdraw(actor=maintainer, short=second.short, reason="wrong file", now=LATER)
    shown = Client().get(f"/r/{revision.short}").content.decode()
    assert "There is a newer version" not in shown


def test_what_cannot_be_is_refused_and_leaves_nothing(maintainer: Any, revision: Revision) -> None:
    published(maintainer, "unlock")
    bring_in(actor=maintainer, files=edited_files("root", ()), replaces="", now=NOW)
    for slug, follower, reason, says in (
        ("clean-install", "", " ", "Give the reason"),
        ("clean-install", "root", "Old.", "Nothing of root is published"),
        ("clean-install", "clean-install", "Old.", "in a circle"),
        ("root", "", "Old.", "Nothing of this guide is published"),
    ):
        with pytest.raises(DeprecateRefused, match=says):
            gone(maintainer, slug, follower, reason)
    with pytest.raises(NoSuchGuide):
        gone(maintainer, "clean-install", "nowhere")
    with pytest.raises(DeprecateRefused, match="not deprecated"):
        take_up_again(actor=maintainer, codename="palstek", slug="unlock", now=LATER)
    assert not Deprecation.objects.exists()
    gone(maintainer, "clean-install", "unlock")
    with pytest.raises(DeprecateRefused, match="deprecated already"):
        gone(maintainer, "clean-install")
    with pytest.raises(DeprecateRefused, match="in a circle"):
        gone(maintainer, "unlock", "clean-install")


def test_what_was_said_stays_on_record(maintainer: Any, revision: Revision) -> None:
    standing = gone(maintainer, "clean-install")
    with transaction.atomic(), pytest.raises(DatabaseError, match="never change"):
        Deprecation.objects.filter(pk=standing.pk).update(reason="Another.")
    take_up_again(actor=maintainer, codename="palstek", slug="clean-install", now=LATER)
    assert deprecation_of(revision.guide) is None
    gone(maintainer, "clean-install", reason="Again.")
    assert list(Deprecation.objects.order_by("pk").values_list("reason", flat=True)) == [
        "Old.",
        "Again.",
    ]


def test_over_the_api_by_maintainers_only(client_of_maintainer: Client, revision: Revision) -> None:
    path, body = "/api/guides/palstek/clean-install/deprecate", {"reason": "Old."}
    kind = {"content_type": "application/json"}
    assert Client().post(path, body, **kind).status_code == 401
    assert client_of_maintainer.post(path, body, **kind).json()["is_deprecated"]
    again = client_of_maintainer.post(path, body, **kind)
    assert (again.status_code, again.json()["code"]) == (422, "deprecate-refused")
    page = client_of_maintainer.get(f"/api/revisions/{revision.short}").json()
    assert page["deprecated"]["reason"] == "Old."
    assert [v["state"] for v in page["versions"]] == ["deprecated"]


def test_what_names_it_as_a_way_back_is_told_before_it_is_withdrawn(
    maintainer: Any, revision: Revision
) -> None:
    files = edited_files("return-to-stock", ())
    draft = bring_in(actor=maintainer, files=files, replaces="", now=NOW).draft
    at = {"codename": "palstek", "slug": "return-to-stock"}
    rescue = publish(actor=maintainer, **at, seen=draft.fingerprint, now=NOW)
    assert [each.guide.slug for each in named_by(rescue)] == ["clean-install"]
    assert named_by(revision) == []
    withdraw(actor=maintainer, short=revision.short, reason="x", now=NOW)
    assert named_by(rescue) == []
