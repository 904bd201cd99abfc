"""The catalogue: versions, conflicts, retiring, entering in bulk, and what goes stale by it."""

from datetime import datetime
from typing import Any

import pytest
from django.db import DatabaseError, connection, transaction

from anleitung.accounts.roles import NotAllowed
from anleitung.catalogue.errors import DocumentMoved, NoSuchDocument, RetireRefused
from anleitung.catalogue.load import entries, find_entry, load_builds, load_device, load_graph
from anleitung.catalogue.models import Version
from anleitung.catalogue.services.add_builds import add_builds
from anleitung.catalogue.services.retire import bring_back, retire
from anleitung.catalogue.services.save import save_document
from anleitung.core.formats.build_list import Filling, TooManyLines
from anleitung.core.formats.check_document import InvalidDocument
from anleitung.demo.bundles import bundle_files
from anleitung.demo.catalogue import catalogue_files
from anleitung.guides.errors import PublishBlocked
from anleitung.guides.models import Proof, Revision
from anleitung.guides.services.bring_in import bring_in
from anleitung.guides.services.prove_today import prove_today, take_today
from anleitung.guides.today import held_against_today
from tests.conftest import NOW
from tests.core.demo_catalogue import plain
from tests.ready import publish


@pytest.fixture
def catalogue(maintainer: Any) -> Any:
    for kind, codename, value in catalogue_files():
        save(maintainer, kind, value, codename)
    return maintainer


def save(
    actor: Any, kind: str, value: Any, codename: str = "", seen: str = "", now: datetime = NOW
) -> Version:
    return save_document(actor=actor, kind=kind, value=value, codename=codename, seen=seen, now=now)


def change(actor: Any, kind: str, name: str, codename: str = "", **fields: Any) -> Version:
    entry = find_entry(kind, codename or (name if kind == "device" else ""), name)
    assert entry.current is not None
    value = plain(kind, codename or name)
    return save(actor, kind, value | fields, codename, entry.current.fingerprint)


def test_change_makes_a_version_and_saving_the_same_makes_none(catalogue: Any) -> None:
    first = find_entry("tool", "", "lotse").current
    second = change(catalogue, "tool", "lotse", versions="5.0 or newer")
    assert first is not None
    assert (second.number, second.fingerprint != first.fingerprint) == (2, True)
    assert change(catalogue, "tool", "lotse", versions="5.0 or newer").number == 2
    back = change(catalogue, "tool", "lotse")
    assert (back.number, back.fingerprint) == (3, first.fingerprint)


def test_second_of_two_authors_is_told_and_nothing_is_lost(catalogue: Any) -> None:
    seen = find_entry("device", "palstek", "palstek").current
    assert seen is not None
    value = plain("device", "palstek")
    other = save(catalogue, "device", value | {"maker": "Tidewerk AG"}, "", seen.fingerprint)
    with pytest.raises(DocumentMoved, match="has a newer version") as caught:
        save(catalogue, "device", value | {"maker": "Mine"}, "", seen.fingerprint)
    assert caught.value.standing == other.fingerprint
    assert load_device("palstek").maker == "Tidewerk AG"


def test_document_keeps_its_name(catalogue: Any) -> None:
    seen = find_entry("device", "palstek", "palstek").current
    assert seen is not None
    value = plain("device", "palstek") | {"codename": "palstek-neu"}
    with pytest.raises(InvalidDocument, match="a document keeps its name"):
        save(catalogue, "device", value, "", seen.fingerprint)
    with pytest.raises(NoSuchDocument):
        find_entry("device", "palstek-neu", "palstek-neu")


BAD: dict[str, tuple[str, dict[str, Any], str]] = {
    "unknown scheme": ("device", {"scheme": "nowhere"}, "no naming scheme is called nowhere"),
    "unknown field": ("device", {"colour": "red"}, "no such field here"),
    "two readings": (
        "scheme",
        {
            "forms": [
                {
                    "id": "build",
                    "what": "build",
                    "parts": [
                        {"kind": "number", "field": "a"},
                        {"kind": "number", "field": "b"},
                    ],
                }
            ],
            "newer_by": [],
            "same": [],
        },
        "reads in two ways",
    ),
}


@pytest.mark.parametrize("name", BAD)
def test_document_that_cannot_be_is_not_stored(name: str, catalogue: Any) -> None:
    kind, fields, message = BAD[name]
    before = Version.objects.count()
    with pytest.raises(InvalidDocument, match=message):
        change(catalogue, kind, "palstek" if kind == "device" else "tidewerk", **fields)
    assert Version.objects.count() == before


def test_builds_and_systems_belong_to_a_codename_that_is_there(maintainer: Any) -> None:
    with pytest.raises(InvalidDocument, match="no codename is called 'palstek'"):
        save(maintainer, "system", plain("system", "palstek"))


def test_only_maintainers_write(catalogue: Any, django_user_model: Any) -> None:
    reader = django_user_model.objects.create_user(username="gast")
    with pytest.raises(NotAllowed):
        save(reader, "tool", plain("tool", "lotse"))
    with pytest.raises(NotAllowed):
        retire(actor=reader, kind="tool", codename="", name="lotse", reason="x", now=NOW)


def test_versions_never_change(catalogue: Any) -> None:
    for statement in (
        "UPDATE catalogue_version SET body = '{}'",
        "DELETE FROM catalogue_version",
    ):
        with (
            pytest.raises(DatabaseError, match="never change"),
            transaction.atomic(),
            connection.cursor() as cursor,
        ):
            cursor.execute(statement)


def test_retired_is_out_of_use_with_its_reason_and_can_come_back(catalogue: Any) -> None:
    build = {"kind": "build", "codename": "palstek", "name": "PS-12.4.8-KU.r3"}
    with pytest.raises(RetireRefused, match="Give the reason"):
        retire(actor=catalogue, reason=" ", now=NOW, **build)
    retire(actor=catalogue, reason="entered twice", now=NOW, **build)
    assert "PS-12.4.8-KU.r3" not in load_builds(load_device("palstek"))
    assert find_entry(**build).retired_because == "entered twice"
    with pytest.raises(RetireRefused, match="retired already"):
        retire(actor=catalogue, reason="again", now=NOW, **build)
    bring_back(actor=catalogue, **build)
    assert "PS-12.4.8-KU.r3" in load_builds(load_device("palstek"))
    with pytest.raises(NoSuchDocument):
        retire(actor=catalogue, kind="tool", codename="", name="x", reason="x", now=NOW)


def test_bulk_entry_takes_what_is_new_and_leaves_the_rest(catalogue: Any) -> None:
    text = "PS-13.1.0-KU.r5\nPS-12.4.7-KU.r3\nnonsense"
    added = add_builds(actor=catalogue, codename="palstek", text=text, filling=Filling(), now=NOW)
    assert (added.new, added.changed, added.left) == (1, 0, 2)
    assert load_graph(load_device("palstek")).builds["PS-13.1.0-KU.r5"].place == ("main", 8)


def test_bulk_entry_brings_a_retired_build_back(catalogue: Any) -> None:
    name = "PS-12.4.8-KU.r3"
    retire(actor=catalogue, kind="build", codename="palstek", name=name, reason="mistake", now=NOW)
    add_builds(actor=catalogue, codename="palstek", text=name, filling=Filling(), now=NOW)
    assert find_entry("build", "palstek", name).retired_at is None


def test_bulk_entry_over_the_bound_stores_nothing(catalogue: Any) -> None:
    before = len(entries("build", "palstek"))
    text = "\n".join(f"PS-14.{i // 10}.{i % 10}-KU.r5" for i in range(2_000))
    with pytest.raises(TooManyLines):
        add_builds(actor=catalogue, codename="palstek", text=text, filling=Filling(), now=NOW)
    assert len(entries("build", "palstek")) == before


def test_bundle_enters_what_the_catalogue_lacks_and_changes_nothing_there(
    maintainer: Any, revision: Revision
) -> None:
    assert load_device("palstek").codename == "palstek"
    assert len(entries("build", "palstek")) == 10
    device = change(maintainer, "device", "palstek", maker="Tidewerk AG")
    files = bundle_files("palstek", "unlock")
    draft = bring_in(actor=maintainer, files=files, replaces="", now=NOW).draft
    assert find_entry("device", "palstek", "palstek").current == device
    assert held_against_today(draft).changed == (("device", "palstek", "palstek"),)


def test_change_makes_exactly_the_guides_stale_that_carry_it(
    maintainer: Any, revision: Revision
) -> None:
    files = bundle_files("palstek", "base-update")
    del files["tools/funke.yaml"]
    files["guide.yaml"] = files["guide.yaml"].replace(b"[lotse, funke]", b"[lotse]")
    draft = bring_in(actor=maintainer, files=files, replaces="", now=NOW).draft
    change(maintainer, "tool", "funke", versions="2.0")
    assert held_against_today(revision).is_stale
    assert not held_against_today(draft).changed
    change(maintainer, "device", "palstek", maker="Tidewerk AG")
    assert held_against_today(draft).is_stale


def test_proof_of_today_is_kept_and_going_back_needs_no_new_one(
    maintainer: Any, revision: Revision
) -> None:
    kept = Proof.objects.count()
    changed = plain("device", "palstek") | {
        "carriers": [{"id": "open", "name": "open market", "unlocking": "permitted"}],
        "unlocking": {},
    }
    seen = find_entry("device", "palstek", "palstek").current
    assert seen is not None
    mine = save(maintainer, "device", changed, "", seen.fingerprint)
    assert held_against_today(revision).is_stale
    today = prove_today(actor=maintainer, row=revision, at=NOW)
    assert (today.is_stale, today.stops, Proof.objects.count()) == (False, 0, kept + 1)
    save(maintainer, "device", plain("device", "palstek"), "", mine.fingerprint)
    assert held_against_today(revision).changed == ()
    assert Proof.objects.count() == kept + 1


def test_document_that_a_guide_cannot_be_read_with_is_told(
    maintainer: Any, revision: Revision
) -> None:
    only = [{"id": "K6", "told_apart_by": "the sticker"}]
    change(maintainer, "device", "palstek", variants=only, usual_variant="K6")
    today = held_against_today(revision)
    assert "palstek has no variant M6" in today.fault
    assert not prove_today(actor=maintainer, row=revision, at=NOW).proof


def test_draft_that_does_not_hold_with_the_documents_of_today_is_not_published(
    maintainer: Any, revision: Revision
) -> None:
    files = bundle_files("palstek", "unlock")
    draft = bring_in(actor=maintainer, files=files, replaces="", now=NOW).draft
    carriers = [{"id": "open", "name": "open market", "unlocking": "permitted"}]
    change(maintainer, "device", "palstek", carriers=carriers, unlocking={})
    wanted = {"codename": "palstek", "slug": "unlock", "seen": draft.fingerprint, "now": NOW}
    with pytest.raises(PublishBlocked, match="does not hold with the catalogue’s documents"):
        publish(actor=maintainer, **wanted)
    change(maintainer, "device", "palstek")
    assert publish(actor=maintainer, **wanted).version == "1.0.0"


def test_draft_takes_over_the_documents_of_today_and_keeps_its_own_words(
    maintainer: Any, revision: Revision
) -> None:
    files = bundle_files("palstek", "base-update")
    draft = bring_in(actor=maintainer, files=files, replaces="", now=NOW).draft
    change(maintainer, "device", "palstek", maker="Tidewerk AG")
    taken = take_today(
        actor=maintainer, codename="palstek", slug="base-update", seen=draft.fingerprint, now=NOW
    )
    assert held_against_today(taken).changed == ()
    assert taken.files["guide.yaml"] == files["guide.yaml"].decode()
    assert "maker: Tidewerk AG" in taken.files["device.yaml"]
