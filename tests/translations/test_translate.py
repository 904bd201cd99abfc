"""A published guide in another language: said, carried over, refused, and shown."""

import re
from typing import Any

import pytest
from django.db import DatabaseError
from django.test import Client

from anleitung.accounts.roles import NotAllowed
from anleitung.audit.models import Entry
from anleitung.guides.models import Revision
from anleitung.guides.services.bring_in import bring_in
from anleitung.translations.errors import NoSuchLanguage, TranslationMoved, TranslationRefused
from anleitung.translations.load import standings_of
from anleitung.translations.models import Translation
from anleitung.translations.services.translate import translate
from tests.conftest import NOW
from tests.core.bundles import edited_files
from tests.people import made_maintainer
from tests.ready import publish

AT = "/api/guides/palstek/clean-install/versions/1.0.0/translations/de"
TITLE, SIGHT = "title", "step start-rettungsring sight"
SAYS = {TITLE: "Wattläufer 5 installieren", SIGHT: "Ein weißer Ring"}


def said(actor: Any, revision: Revision, says: dict[str, str], **more: str) -> Any:
    given = {"language": "de", "seen": standings_of(revision, "de").seen} | more
    return translate(actor=actor, revision=revision, says=says, now=NOW, **given)


def german(revision: Revision) -> str:
    client = Client(headers={"Accept-Language": "de"})
    return client.get(f"/r/{revision.short}").content.decode()


def test_what_is_translated_is_shown_and_the_rest_is_marked(
    maintainer: Any, revision: Revision
) -> None:
    assert "Noch hat niemand diese Anleitung übersetzt" in german(revision)
    told = said(maintainer, revision, SAYS)
    assert told.done == 2
    page = german(revision)
    assert "<h1>Wattläufer 5 installieren</h1>" in page
    assert "Sie sehen: Ein weißer Ring" in page
    assert '<span lang="en" class="untranslated">What shall become of the data' in page
    assert "bis auf 35 von 37 Stellen" in page
    assert "Install Wattläufer 5</h1>" in Client().get(f"/r/{revision.short}").content.decode()
    assert "Wattläufer 5 installieren</a>" in german_list()


def german_list() -> str:
    return Client(headers={"Accept-Language": "de"}).get("/c/palstek").content.decode()


def test_the_next_version_takes_over_what_still_says_the_same(
    maintainer: Any, revision: Revision
) -> None:
    said(maintainer, revision, SAYS)
    edits = [("guide.yaml", "title: Install Wattläufer 5", "title: Put Wattläufer 5 on it")]
    files = edited_files("clean-install", edits)
    draft = bring_in(actor=maintainer, files=files, replaces="", now=NOW).draft
    newer = publish(
        actor=maintainer,
        codename="palstek",
        slug="clean-install",
        seen=draft.fingerprint,
        now=NOW,
    )
    standing = standings_of(newer, "de")
    assert {s.wording.place: s.state for s in standing.texts if s.says} == {
        TITLE: "changed",
        SIGHT: "translated",
    }
    page = german(newer)
    assert 'untranslated">Put Wattläufer 5 on it' in page
    assert "Ein weißer Ring" in page
    # Saying it anew belongs to the new version; the old one stays as it was.
    said(maintainer, newer, {TITLE: "Wattläufer 5 aufspielen"})
    assert "<h1>Wattläufer 5 aufspielen</h1>" in german(newer)
    assert "<h1>Wattläufer 5 installieren</h1>" in german(revision)


@pytest.mark.parametrize(
    ("says", "more", "error"),
    [
        (SAYS, {"seen": "sha256:else"}, TranslationMoved),
        (SAYS, {"language": "xx"}, NoSuchLanguage),
        ({"step nowhere sight": "da"}, {}, TranslationRefused),
        ({TITLE: "x" * 401}, {}, TranslationRefused),
        ({TITLE: "a\u202eb"}, {}, TranslationRefused),
    ],
)
def test_what_is_refused_stores_nothing(
    maintainer: Any, revision: Revision, says: Any, more: Any, error: type[Exception]
) -> None:
    with pytest.raises(error):
        translate(
            actor=maintainer,
            revision=revision,
            says=says,
            now=NOW,
            **({"language": "de", "seen": ""} | more),
        )
    assert not Translation.objects.exists()


def test_those_who_keep_it_translate_and_the_record_tells_of_it(revision: Revision) -> None:
    with pytest.raises(NotAllowed):
        said(made_maintainer("somebody.else", "klampe"), revision, SAYS)
    said(revision.published_by, revision, SAYS)
    stored = Translation.objects.get()
    assert stored.fingerprint in Entry.objects.order_by("-number")[0].body
    for change in ({"words": {}}, {"fingerprint": "sha256:other"}):
        with pytest.raises(DatabaseError):
            Translation.objects.filter(pk=stored.pk).update(**change)


def test_a_translation_is_taken_away_and_nothing_new_is_no_new_state(
    maintainer: Any, revision: Revision
) -> None:
    said(maintainer, revision, SAYS)
    said(maintainer, revision, SAYS)
    assert Translation.objects.count() == 1
    assert said(maintainer, revision, {SIGHT: " "}).done == 1


def test_a_file_goes_out_and_comes_back(client_of_maintainer: Client, revision: Revision) -> None:
    file = client_of_maintainer.get(f"{AT}/file.po").content.decode()
    assert 'msgid "Install Wattläufer 5"\nmsgstr ""' in file
    filled = file.replace(
        'msgid "Install Wattläufer 5"\nmsgstr ""', 'msgid "Install Wattläufer 5"\nmsgstr "Neu"'
    )
    filled += '\nmsgctxt "summary"\nmsgid "Of another version"\nmsgstr "Anders"\n'
    filled = re.sub(r'msgctxt "summary"\nmsgid "Puts.*\nmsgstr ""\n', "", filled)
    from django.core.files.uploadedfile import SimpleUploadedFile

    upload = SimpleUploadedFile("t.po", filled.encode())
    told = client_of_maintainer.post(f"{AT}/file.po", {"seen": "", "file": upload}).json()
    assert (told["done"], told["left_out"]) == (1, 1)
    assert client_of_maintainer.get(AT).json()["texts"][0]["says"] == "Neu"
