"""Nothing stored takes the site down: documents that differ from the catalogue's, and tampering."""

import json
from collections.abc import Iterator
from typing import Any

import pytest
from django.db import connection
from django.test import Client

from anleitung.catalogue import load as catalogue
from anleitung.catalogue.models import Version
from anleitung.catalogue.services.save import save_document
from anleitung.core.documents.base import body_of
from anleitung.core.formats.read_bundle import InvalidBundle
from anleitung.core.formats.write_bundle import write_bundle, write_zip
from anleitung.core.guide.bundle import Bundle
from anleitung.guides import load as guides
from anleitung.guides.errors import PublishBlocked, UnreadableGuide
from anleitung.guides.load import find_draft, kept_proof, load_bundle
from anleitung.guides.models import Draft, Proof, Revision
from anleitung.guides.services.bring_in import bring_in
from anleitung.guides.services.settle_difference import settle_difference
from anleitung.storage.recent import Kept
from tests.conftest import NOW
from tests.core.bundles import bundle, edited_files
from tests.ready import publish

# One change of each kind of document, each of which is a bundle of its own that is lawful.
CHANGES: dict[str, dict[str, Any]] = {
    "device usual": {"usual_build": "PS-12.4.1-KU.r2", "usual_variant": "K6"},
    "device variants": {"variants": "drop the last"},
    "device regions": {"regions": ["KU"], "region_names": []},
    "device carriers": {
        "carriers": [{"id": "open", "name": "x", "unlocking": "permitted"}],
        "unlocking": {},
    },
    "build index": {"rollback_index": 9},
    "build platform": {"platform": 99},
    "build withdrawn": {"withdrawn": True},
    "tool commands": {"versions": "1.0 only"},
    "scheme name": {"name": "Another reading"},
    "program name": {"name": "Another one"},
}


def changed(of: Bundle, what: str) -> dict[str, Any]:
    """(kind, name) → the body of the document as the catalogue is to hold it."""
    kind = what.partition(" ")[0]
    document: Any = {
        "device": of.device,
        "build": of.builds[-1],
        "tool": of.tools[0],
        "scheme": of.schemes[0],
        "program": (of.programs or (None,))[0],
    }[kind]
    body = body_of(document)
    for field, value in CHANGES[what].items():
        body[field] = body[field][:-1] if value == "drop the last" else value
    return body


def answers(client: Client, codename: str, slug: str) -> Iterator[tuple[str, int]]:
    for path in (
        "/api/home",
        f"/api/drafts/{codename}/{slug}",
        f"/api/codenames/{codename}/files",
        f"/api/codenames/{codename}/watch",
        f"/api/file-set?codename={codename}&slug={slug}",
        "/api/jump?q=palstek",
        "/",
        f"/c/{codename}",
    ):
        yield path, client.get(path).status_code


@pytest.mark.parametrize("what", CHANGES)
def test_a_bundle_written_elsewhere_leaves_the_site_standing(
    what: str, revision: Revision, maintainer: Any, client_of_maintainer: Client
) -> None:
    """The catalogue's document is changed; what comes in carries the old one."""
    slug = "keep-rettungsring" if what.startswith("program") else "unlock"
    mine = bundle(slug)
    kind = what.partition(" ")[0]
    value = changed(mine, what)
    codename = "palstek" if kind in ("device", "build") else ""
    name = value.get("codename" if kind == "device" else "build" if kind == "build" else "id")
    standing = Version.objects.filter(entry__kind=kind, entry__name=name).order_by("-pk").first()
    save_document(
        actor=maintainer,
        kind=kind,
        value=value,
        codename=codename,
        seen=standing.fingerprint if standing else "",
        now=NOW,
    )
    told = client_of_maintainer.post("/api/bundles", {"bundle": zipped(mine)}).json()
    differs = [(d["kind"], d["name"]) for d in told["differs"]]
    assert (kind, name) in differs
    fields = {f["field"].split("[")[0] for d in told["differs"] for f in d["fields"]}
    assert fields & set(CHANGES[what])
    assert {status for _, status in answers(client_of_maintainer, "palstek", slug)} == {200}
    page = client_of_maintainer.get(f"/api/drafts/palstek/{slug}").json()
    assert [c["name"] for c in page["today"]["changed"]] == [name]
    proved = client_of_maintainer.post(f"/api/drafts/palstek/{slug}/prove-today")
    assert proved.status_code == 200
    published = client_of_maintainer.post(
        f"/api/drafts/palstek/{slug}/publish",
        json.dumps({"seen": page["fingerprint"]}),
        content_type="application/json",
    )
    assert published.status_code in (200, 409), published.content


def zipped(of: Bundle) -> Any:
    from django.core.files.uploadedfile import SimpleUploadedFile

    files = write_zip({**write_bundle(of), **pictures(of)})
    return SimpleUploadedFile("bundle.zip", files)


def pictures(of: Bundle) -> dict[str, bytes]:
    return {n: c for n, c in edited_files(of.guide.id).items() if n.startswith("pictures/")}


@pytest.mark.parametrize("choice", ["ours", "theirs", "both"])
@pytest.mark.parametrize("what", ["tool commands", "device carriers", "scheme name"])
def test_each_difference_has_three_ways_on(
    choice: Any, what: str, revision: Revision, maintainer: Any
) -> None:
    mine = bundle("unlock")
    kind, value = what.partition(" ")[0], changed(mine, what)
    name = value["codename" if kind == "device" else "id"]
    codename = "palstek" if kind == "device" else ""
    seen = Version.objects.filter(entry__kind=kind, entry__name=name).order_by("-pk")[0]
    save_document(
        actor=maintainer,
        kind=kind,
        value=value,
        codename=codename,
        seen=seen.fingerprint,
        now=NOW,
    )
    files = {**write_bundle(mine), **pictures(mine)}
    draft = bring_in(actor=maintainer, files=files, replaces="", now=NOW).draft
    wanted: dict[str, Any] = {
        "actor": maintainer,
        "codename": "palstek",
        "slug": "unlock",
        "seen": draft.fingerprint,
        "address": (kind, codename, name),
        "choice": choice,
        "new_name": f"{name}-2",
        "now": NOW,
    }
    if (kind, choice) == ("device", "ours"):
        # The guide asks for carriers that the catalogue's codename has not: told, nothing stored.
        with pytest.raises(InvalidBundle, match="carrier is never 'deichfunk'"):
            settle_difference(**wanted)
        assert find_draft("palstek", "unlock").fingerprint == draft.fingerprint
        return
    settled = settle_difference(**wanted)
    from anleitung.guides.today import held_against_today

    # The draft's codename names the other scheme then, which is a difference of its own.
    left = (("device", "palstek", "palstek"),) if (choice, kind) == ("both", "scheme") else ()
    assert held_against_today(settled).changed == left
    assert (settled.guide.codename == "palstek-2") == (choice == "both" and kind == "device")
    assert Version.objects.filter(entry__name=f"{name}-2").exists() == (choice == "both")


def _edit(sql: str, *values: Any) -> None:
    """As somebody would who has the database file: past every trigger."""
    with connection.cursor() as cursor:
        rows = cursor.execute("SELECT name FROM sqlite_master WHERE type = 'trigger'").fetchall()
        for (name,) in rows:
            cursor.execute(f"DROP TRIGGER {name}")
        cursor.execute(sql, values)
    for module, name in ((guides, "_BUNDLES"), (guides, "_SHEETS"), (catalogue, "_DOCUMENTS")):
        setattr(module, name, Kept())


def test_an_edited_proof_publishes_nothing(maintainer: Any) -> None:
    files = edited_files("clean-install-one-slot")
    draft = bring_in(actor=maintainer, files=files, replaces="", now=NOW).draft
    proof = Proof.objects.get(fingerprint=draft.fingerprint)
    _edit(
        "UPDATE guides_proof SET body = %s WHERE id = %s",
        json.dumps(proof.body | {"findings": []}),
        proof.pk,
    )
    assert kept_proof(load_bundle(draft)) is None
    with pytest.raises(PublishBlocked, match="Stops: "):
        publish(
            actor=maintainer,
            codename="palstek",
            slug=draft.guide.slug,
            seen=draft.fingerprint,
            now=NOW,
        )


def test_an_edited_revision_is_told_and_the_rest_goes_on(
    revision: Revision, client_of_maintainer: Client, maintainer: Any
) -> None:
    bring_in(actor=maintainer, files=edited_files("unlock"), replaces="", now=NOW)
    files = dict(revision.files)
    files["guide.yaml"] = (
        files["guide.yaml"].replace("give_up", "give_up ", 1).replace("12", "13", 1)
    )
    _edit("UPDATE guides_revision SET files = %s", json.dumps(files))
    with pytest.raises(UnreadableGuide):
        load_bundle(Revision.objects.get())
    home = client_of_maintainer.get("/api/home").json()
    lines = {g["slug"]: g["fault"] for c in home["codenames"] for g in c["guides"]}
    assert lines["unlock"] == ""
    assert "Install" in lines["clean-install"]
    assert client_of_maintainer.get("/api/drafts/palstek/unlock").status_code == 200
    told = client_of_maintainer.get(f"/api/revisions/{revision.short}")
    assert (told.status_code, told.json()["code"]) == (409, "unreadable-guide")
    kept = client_of_maintainer.get(f"/api/revisions/{revision.short}/bundle.zip")
    assert kept.status_code == 200
    assert Client().get(f"/r/{revision.short}").status_code == 503
    assert Client().get("/").status_code == 200
    for path in ("/changes", "/c/palstek/feed.atom"):
        assert Client().get(path).status_code == 200
    # What cannot be compared is followed by a major version, and says so.
    words = ("guide.yaml", "title: Install", "title: Never compared, install")
    draft = bring_in(
        actor=maintainer, files=edited_files("clean-install", [words]), replaces="", now=NOW
    ).draft
    at = {"codename": "palstek", "slug": "clean-install", "seen": draft.fingerprint}
    made = publish(actor=maintainer, now=NOW, **at)
    assert made.version == "2.0.0"
    assert made.change_note.text.startswith("It could not be compared with 1.0.0.")


def test_an_edited_document_of_the_catalogue_is_told_and_the_rest_goes_on(
    revision: Revision, client_of_maintainer: Client
) -> None:
    _edit(
        "UPDATE catalogue_version SET body = replace(body, 'lotse', 'lotte') "
        "WHERE entry_id IN (SELECT id FROM catalogue_entry WHERE kind = 'tool')"
    )
    home = client_of_maintainer.get("/api/home")
    assert home.status_code == 200
    assert any(
        "changed in storage" in d["text"] for g in home.json()["groups"] for d in g["matters"]
    )
    assert client_of_maintainer.get("/api/documents/tool").status_code == 200
    assert client_of_maintainer.get(f"/api/revisions/{revision.short}").status_code == 200


@pytest.mark.parametrize(
    "sql",
    [
        "UPDATE guides_proof SET body = '{}'",
        "UPDATE reports_report SET ending = 'worked'",
        "DELETE FROM reports_report",
        "UPDATE guides_contest SET reason = 'x'",
        "DELETE FROM guides_contest",
        "UPDATE guides_signerkey SET fingerprint = 'x'",
        "DELETE FROM guides_signerkey",
        "UPDATE guides_signedlist SET text = 'x'",
        "UPDATE mirrors_change SET says = 'x'",
        "DELETE FROM mirrors_change",
    ],
)
def test_what_is_guarded_like_revisions(sql: str, revision: Revision, maintainer: Any) -> None:
    from anleitung.guides.models import Contest, SignedList, SignerKey
    from anleitung.mirrors.models import Change
    from anleitung.reports.models import Report

    Report.objects.create(
        revision=revision, key="k" * 16, base="b", variant="M6", options={}, ending="dead", at=NOW
    )
    by: Any = {"added_at": NOW, "added_by": maintainer}
    SignerKey.objects.create(fingerprint="f", certificate="c", says="s", **by)
    SignedList.objects.create(
        guide=revision.guide, name="n", text="t", signature="s", issuer="i", **by
    )
    Contest.objects.create(fingerprint="f", finding="x", reason="r", at=NOW, by=maintainer)
    Change.objects.create(
        address="a", name="n", size=1, standing="gone", says="s", before={}, after={}, at=NOW
    )
    with pytest.raises(Exception, match="published rows never change"), connection.cursor() as c:
        c.execute(sql)


def test_second_signature_and_settling_are_added_once(maintainer: Any) -> None:
    from anleitung.guides.models import Contest

    made = Contest.objects.create(fingerprint="f", finding="x", reason="r", at=NOW, by=maintainer)
    made.second, made.second_at = maintainer, NOW
    made.save()
    made.second_at = None
    with pytest.raises(Exception, match="published rows never change"):
        made.save()


def test_files_of_drafts_are_not_told_to_strangers(revision: Revision, maintainer: Any) -> None:
    bring_in(actor=maintainer, files=edited_files("return-to-stock"), replaces="", now=NOW)
    package = next(
        p
        for p in load_bundle(find_draft("palstek", "return-to-stock")).packages
        if p.sha256 not in {q.sha256 for q in load_bundle(revision).packages}
    )
    found = [{"name": "x.img", "size": 1, "digests": {"sha256": package.sha256}}]
    body = json.dumps({"found": found})
    url = f"/r/{revision.short}/files"
    told = Client().post(url, body, content_type="application/json").json()
    assert "bytes are" not in told["lines"][0]["says"]
    assert Draft.objects.filter(known_files__sha256=package.sha256).exists()
