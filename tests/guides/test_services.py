"""Drafts, publishing, withdrawing; and that nothing changes what was published."""

from datetime import timedelta
from typing import Any

import pytest
from django.apps import apps
from django.contrib.auth.models import AnonymousUser
from django.core.management import call_command
from django.db import DatabaseError, connection, models, transaction
from django.db.models.signals import post_migrate

from anleitung.accounts.roles import NotAllowed
from anleitung.core.revisions.version import VersionRefused
from anleitung.demo.bundles import bundle_files
from anleitung.guides.apps import put_back_triggers
from anleitung.guides.errors import AlreadyPublished, DraftMoved, PublishBlocked, WithdrawRefused
from anleitung.guides.load import find_draft, load_bundle, load_proof
from anleitung.guides.models import Draft, Guide, Proof, Revision, Withdrawal
from anleitung.guides.services.bring_in import bring_in
from anleitung.guides.services.withdraw import withdraw
from tests.conftest import NOW
from tests.core.bundles import edited_files
from tests.guards import take_off
from tests.ready import publish

ONE_SLOT = "clean-install-one-slot"


def test_draft_is_proved_once_and_replaced_only_by_who_has_seen_it(maintainer: Any) -> None:
    first = bring_in(
        actor=maintainer, files=bundle_files("palstek", ONE_SLOT), replaces="", now=NOW
    )
    assert not first.replaced
    other = bundle_files("palstek", "clean-install")
    with pytest.raises(DraftMoved, match=r"has a draft already, imported by mira\.f on 1 Nov"):
        bring_in(actor=maintainer, files=other, replaces="", now=NOW)
    assert Draft.objects.get().fingerprint == first.draft.fingerprint
    again = bring_in(actor=maintainer, files=other, replaces=first.draft.fingerprint, now=NOW)
    assert again.replaced
    assert Proof.objects.count() == 2
    load_proof(load_bundle(again.draft))
    assert Proof.objects.count() == 2


def test_only_maintainers_write(db: None, django_user_model: Any) -> None:
    reader = django_user_model.objects.create_user(username="gast", password="x")
    for actor, code in ((AnonymousUser(), "sign-in-first"), (reader, "no-right")):
        with pytest.raises(NotAllowed) as caught:
            bring_in(actor=actor, files={}, replaces="", now=NOW)
        assert caught.value.code == code
    assert not Guide.objects.exists()


@pytest.mark.parametrize("name", [ONE_SLOT, "install-from-storage", "base-update"])
def test_open_stop_blocks_publishing(maintainer: Any, name: str) -> None:
    draft = bring_in(
        actor=maintainer, files=bundle_files("palstek", name), replaces="", now=NOW
    ).draft
    with pytest.raises(PublishBlocked, match="Stops: "):
        publish(
            actor=maintainer,
            codename="palstek",
            slug=draft.guide.slug,
            seen=draft.fingerprint,
            now=NOW,
        )
    assert not Revision.objects.exists()


def test_publishing_needs_the_draft_that_was_read(maintainer: Any) -> None:
    bring_in(actor=maintainer, files=bundle_files("palstek", "unlock"), replaces="", now=NOW)
    with pytest.raises(DraftMoved):
        publish(actor=maintainer, codename="palstek", slug="unlock", seen="sha256:old", now=NOW)


def test_a_version_follows_from_what_differs(maintainer: Any, revision: Revision) -> None:
    assert (revision.version, revision.fingerprint[7:19]) == ("1.0.0", revision.short)
    with pytest.raises(AlreadyPublished):
        bring_in(
            actor=maintainer,
            files=bundle_files("palstek", "clean-install"),
            replaces="",
            now=NOW,
        )
    files = edited_files("clean-install", [("guide.yaml", "title: Install", "title: Put")])
    draft = bring_in(actor=maintainer, files=files, replaces="", now=NOW).draft
    at = {"actor": maintainer, "codename": "palstek", "slug": "clean-install"}
    later = NOW + timedelta(days=1)
    second = publish(**at, seen=draft.fingerprint, now=later)
    assert second.version == "1.0.1"
    assert not Draft.objects.exists()
    narrow = ("guide.yaml", "bootloader is unlocked", "variant is M6 and bootloader is unlocked")
    draft = bring_in(
        actor=maintainer, files=edited_files("clean-install", [narrow]), replaces="", now=later
    ).draft
    with pytest.raises(VersionRefused, match="make it a major version"):
        publish(**at, seen=draft.fingerprint, now=later, level="minor")
    assert publish(**at, seen=draft.fingerprint, now=later).version == "2.0.0"
    words = edited_files("clean-install", [narrow, ("guide.yaml", "title: Install", "title: Get")])
    draft = bring_in(actor=maintainer, files=words, replaces="", now=later).draft
    assert publish(**at, seen=draft.fingerprint, now=later, level="minor").version == "2.1.0"


def test_withdrawn_once_with_a_reason(maintainer: Any, revision: Revision) -> None:
    with pytest.raises(WithdrawRefused, match="Give the reason"):
        withdraw(actor=maintainer, short=revision.short, reason="  ", now=NOW)
    withdraw(actor=maintainer, short=revision.short, reason=" wrong\nfile ", now=NOW)
    assert Withdrawal.objects.get().reason == "wrong file"
    with pytest.raises(WithdrawRefused, match="withdrawn already"):
        withdraw(actor=maintainer, short=revision.short, reason="again", now=NOW)


def _row_as_sql() -> dict[str, Any]:
    with connection.cursor() as cursor:
        cursor.execute("SELECT * FROM guides_revision")
        names = [column[0] for column in cursor.description]
        return dict(zip(names, cursor.fetchone(), strict=True))


def _replace(changed: dict[str, Any]) -> None:
    row = _row_as_sql() | changed
    places = ", ".join(["%s"] * len(row))
    with connection.cursor() as cursor:
        cursor.execute(
            f"INSERT OR REPLACE INTO guides_revision ({', '.join(row)}) VALUES ({places})",
            list(row.values()),
        )


def _sql(statement: str) -> None:
    with connection.cursor() as cursor:
        cursor.execute(statement)


WAYS = {
    "save": lambda r: setattr(r, "title", "x") or r.save(),
    "delete": lambda r: r.known_files.all().delete() and r.change_note.delete() and r.delete(),
    "queryset update": lambda r: Revision.objects.update(title="x"),
    "queryset delete": lambda r: Revision.objects.all()._raw_delete("default"),
    "bulk update": lambda r: (
        setattr(r, "title", "x") or Revision.objects.bulk_update([r], ["title"])
    ),
    "upsert": lambda r: Revision.objects.bulk_create(
        [r], update_conflicts=True, unique_fields=["id"], update_fields=["title"]
    ),
    "SQL update": lambda r: _sql("UPDATE guides_revision SET title = 'x'"),
    "SQL delete": lambda r: _sql("DELETE FROM guides_revision"),
    "SQL replace by id": lambda r: _replace({"title": "x"}),
    "SQL replace by fingerprint": lambda r: _replace({"id": 999, "short": "x", "number": 9}),
    "SQL replace by number": lambda r: _replace({"id": 999, "short": "x", "fingerprint": "x"}),
}


@pytest.mark.parametrize("way", WAYS)
@pytest.mark.parametrize("recursive", ["ON", "OFF"])
def test_no_way_changes_a_published_revision(way: str, recursive: str, revision: Revision) -> None:
    before = _row_as_sql()
    _sql(f"PRAGMA recursive_triggers={recursive}")
    try:
        with (
            pytest.raises(DatabaseError, match="published rows never change"),
            transaction.atomic(),
        ):
            WAYS[way](revision)
    finally:
        _sql("PRAGMA recursive_triggers=ON")
    assert _row_as_sql() == before


def test_triggers_come_back_after_a_migration(revision: Revision) -> None:
    for name in ("no_update", "no_delete", "no_replace"):
        _sql(f"DROP TRIGGER guides_revision_{name}")
    config = apps.get_app_config("guides")
    post_migrate.send(
        sender=config, app_config=config, using="default", verbosity=0, interactive=False, plan=[]
    )
    with pytest.raises(DatabaseError, match="never change"), transaction.atomic():
        _sql("UPDATE guides_revision SET title = 'x'")


@pytest.mark.django_db(transaction=True)
def test_rebuilding_the_table_keeps_its_rows_and_its_triggers(revision: Revision) -> None:
    """A migration that rebuilds the table is not hindered by the triggers."""
    before = _row_as_sql()
    old = Revision._meta.get_field("title")
    wider = models.CharField(max_length=300)
    wider.set_attributes_from_name("title")
    wider.model = Revision
    try:
        with connection.schema_editor() as editor:
            editor.alter_field(Revision, old, wider)
            editor._remake_table(Revision, alter_fields=[(old, wider)])
        assert _row_as_sql() == before
        put_back_triggers()
        with pytest.raises(DatabaseError, match="never change"), transaction.atomic():
            _sql("DELETE FROM guides_revision")
    finally:
        # Emptying the tables after this test must not be hindered either.
        take_off()


def test_demo_loads_once(db: None, capsys: pytest.CaptureFixture[str]) -> None:
    call_command("load_demo", "--small")
    assert (Revision.objects.count(), Draft.objects.count()) == (2, 3)
    call_command("load_demo", "--small")
    assert Revision.objects.count() == 2
    assert "its data is kept" in capsys.readouterr().out
    assert find_draft("palstek", "base-update").title == "Bring the firmware base to 12.4.7"
