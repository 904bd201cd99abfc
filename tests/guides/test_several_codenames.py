"""A guide for several codenames on the site: found, proved, fixed, read and reported for each."""

import json
from typing import Any

import pytest
from django.test import Client

from anleitung.catalogue.load import current_fingerprints
from anleitung.catalogue.services.save import save_document
from anleitung.core.documents.base import body_of
from anleitung.core.evidence.report import Ending
from anleitung.core.formats.read_bundle import read_zip
from anleitung.demo.bundles import bundle_files
from anleitung.desk.desk import read_desk
from anleitung.guides.errors import NameTaken, NotForCodename, PublishBlocked
from anleitung.guides.find import find_guide_places
from anleitung.guides.load import (
    address_of,
    chosen_for,
    find_draft,
    find_revision,
    load_bundle,
    load_proof,
    load_whole,
    newest_revisions,
)
from anleitung.guides.models import Guide, Proof, Revision
from anleitung.guides.services.bring_in import bring_in
from anleitung.guides.services.prove_today import prove_today
from anleitung.guides.today import changed_documents, held_against_today, with_documents
from anleitung.reports.evidence import read_evidence
from anleitung.reports.models import Report
from anleitung.reports.services.lift_notice import lift_notice
from anleitung.review.gate import facts_of
from tests.conftest import NOW
from tests.ready import publish

SLUG, FAULTY = "wattlaeufer-tidewerk", "tidewerk-old-base"


def brought(maintainer: Any, name: str = SLUG) -> Any:
    files = bundle_files("palstek", name)
    return bring_in(actor=maintainer, files=files, replaces="", now=NOW).draft


@pytest.fixture
def shared(maintainer: Any) -> Revision:
    draft = brought(maintainer)
    return publish(actor=maintainer, codename="palstek", slug=SLUG, seen=draft.fingerprint, now=NOW)


def test_it_is_found_and_proved_under_each_codename(maintainer: Any, shared: Revision) -> None:
    assert Proof.objects.count() == 2
    assert Guide.objects.count() == 1
    counts = {}
    for codename in ("palstek", "schotstek"):
        (row,) = newest_revisions(codename)
        counts[codename] = load_proof(load_bundle(row)).phones.admitted
        assert address_of(row) == f"/r/{shared.short}/for/{codename}"
    assert counts["palstek"] != counts["schotstek"]
    assert newest_revisions("poller") == []
    found = {place.path for place in find_guide_places("tidewerk schotstek")}
    assert found == {f"/c/schotstek/guides/{SLUG}"}
    with pytest.raises(NotForCodename, match="it is for palstek and schotstek"):
        find_revision(shared.short, "poller")


def test_a_stop_on_one_codename_blocks_all_and_is_named(maintainer: Any) -> None:
    draft = brought(maintainer, FAULTY)
    looked_at = [each.codename for each in facts_of(draft, actor=maintainer, now=NOW).proved]
    assert looked_at == list(load_whole(draft).codenames)
    with pytest.raises(PublishBlocked, match=r"^Stops: for schotstek: "):
        publish(actor=maintainer, codename="palstek", slug=FAULTY, seen=draft.fingerprint, now=NOW)
    told = read_desk(actor=maintainer, now=NOW)
    matters = [(m.kind, m.path) for group in told.groups for m in group.matters]
    assert matters == [("drafts", f"/c/schotstek/guides/{FAULTY}?v=draft")]
    stops = {c.codename: [g.draft_stops for g in c.guides] for c in told.codenames}
    assert stops == {"palstek": [0], "schotstek": [2]}


def test_a_draft_that_holds_on_all_is_ready_once(maintainer: Any) -> None:
    brought(maintainer)
    told = read_desk(actor=maintainer, now=NOW)
    matters = [(m.kind, m.path) for group in told.groups for m in group.matters]
    assert matters == [("ready", f"/c/palstek/guides/{SLUG}?v=draft")]


def test_a_name_stands_once_on_each_codename(maintainer: Any) -> None:
    brought(maintainer)
    files = bundle_files("schotstek", "unlock")
    text = files["guide.yaml"].decode().replace("id: unlock\n", f"id: {SLUG}\n", 1)
    own = files | {"guide.yaml": text.encode()}
    with pytest.raises(NameTaken, match=f"schotstek has a guide {SLUG} already"):
        bring_in(actor=maintainer, files=own, replaces="", now=NOW)
    assert Guide.objects.count() == 1


def test_the_api_shows_the_codename_that_is_asked_for(
    client_of_maintainer: Client, maintainer: Any
) -> None:
    brought(maintainer, FAULTY)
    pages = {
        codename: client_of_maintainer.get(f"/api/drafts/{codename}/{FAULTY}").json()
        for codename in ("palstek", "schotstek")
    }
    assert [p["sheet"]["codename"] for p in pages.values()] == list(pages)
    assert [p["open_stops"] for p in pages.values()] == [0, 2]
    for told in pages.values():
        each = [(c["codename"], c["stops"]) for c in told["codenames"]]
        assert each == [("palstek", 0), ("schotstek", 2)]
    assert client_of_maintainer.get(f"/api/drafts/poller/{FAULTY}").status_code == 404
    files = client_of_maintainer.get("/api/codenames/schotstek/files").json()
    assert [(each["slug"], each["files"]) for each in files["sets"]] == [(FAULTY, 2)]
    # What is handed out is the whole, under either name.
    taken = client_of_maintainer.get(f"/api/drafts/schotstek/{FAULTY}/bundle.zip").content
    assert "codenames/schotstek/device.yaml" in read_zip(taken)


def test_a_fix_on_one_codename_leaves_the_other_as_it_was(
    client_of_maintainer: Client, maintainer: Any
) -> None:
    files = bundle_files("palstek", SLUG)
    text = files["guide.yaml"].decode().replace("unlocked and update", "unlocked or update", 1)
    text = text.replace("bootloader is unlocked or update is none", "update is none")
    bring_in(actor=maintainer, files=files | {"guide.yaml": text.encode()}, replaces="", now=NOW)
    home = f"/api/drafts/schotstek/{SLUG}"
    palstek = load_bundle(find_draft("palstek", SLUG)).fingerprint
    offered = client_of_maintainer.post(f"{home}/fixes").json()
    wanted = next(f for f in offered if f["finding"] == "boot-once-while-locked")
    body = {k: wanted[k] for k in ("finding", "subject", "step")}
    body["seen"] = client_of_maintainer.get(home).json()["fingerprint"]
    taken = client_of_maintainer.post(
        f"{home}/fix", json.dumps(body), content_type="application/json"
    ).json()
    assert taken["codename"] == "schotstek"
    assert client_of_maintainer.get(home).json()["open_stops"] == 0
    assert load_bundle(find_draft("palstek", SLUG)).fingerprint == palstek


def test_a_changed_document_of_one_codename_concerns_that_one(
    client_of_maintainer: Client, shared: Revision
) -> None:
    device = load_whole(shared).others[0].device
    address = ("device", "schotstek", "schotstek")
    save_document(
        actor=shared.published_by,
        kind="device",
        codename="schotstek",
        value=body_of(device) | {"maker": "Tidewerk Werft"},
        seen=current_fingerprints()[address],
        note="the yard is named now",
        now=NOW,
    )
    changed = {
        codename: client_of_maintainer.get(
            f"/api/revisions/{shared.short}?codename={codename}"
        ).json()["today"]["changed"]
        for codename in ("palstek", "schotstek")
    }
    assert changed["palstek"] == []
    assert [c["name"] for c in changed["schotstek"]] == ["schotstek"]
    assert changed_documents(load_whole(shared), current_fingerprints()) == (address,)
    # Proved from the side of either codename, it is proved for both.
    prove_today(actor=shared.published_by, row=shared, at=NOW)
    looked = [held_against_today(chosen_for(shared, c)) for c in ("palstek", "schotstek")]
    assert [each.is_stale for each in looked] == [False, False]
    assert looked[1].changed
    # A draft takes them over for all its codenames.
    now = with_documents(load_whole(shared), (address,))
    assert now.others[0].device.maker == "Tidewerk Werft"
    assert now.device == load_whole(shared).device


REPORT = {"key": "0123456789abcdef", "ending": Ending.DEAD.value, "step": "first-start"}
PHONE = {"base": "SK-13.1.3-KU.r2", "variant": "V1"}


def test_a_reader_chooses_the_phone_first_and_reports_of_it(shared: Revision) -> None:
    reader = Client()
    front = reader.get(f"/r/{shared.short}?variant=V1").content.decode()
    assert "Which phone do you have?" in front
    assert f'href="/r/{shared.short}/for/schotstek?variant=V1"' in front
    assert "lotsenboot" not in front
    assert "Step" not in front
    page = reader.get(f"/r/{shared.short}/for/schotstek").content.decode()
    assert "lotsenboot-1.4-schotstek.img" in page
    assert "rettungsring-3.2-palstek.img" not in page
    assert reader.get(f"/r/{shared.short}/for/poller").status_code == 404
    led = reader.get(f"/c/schotstek/guides/{SLUG}")
    assert led.url == f"/r/{shared.short}/for/schotstek"  # type: ignore[attr-defined]
    # Without a phone nothing is told of one, and nothing is taken in.
    assert reader.post(f"/r/{shared.short}/report", REPORT | PHONE).status_code == 404
    assert reader.post(f"/r/{shared.short}/for/palstek/report", REPORT | PHONE).status_code == 422
    told = reader.post(f"/r/{shared.short}/for/schotstek/report", REPORT | PHONE)
    assert told.url == f"/r/{shared.short}/for/schotstek?reported=1#report"  # type: ignore[attr-defined]
    assert Report.objects.get().codename == "schotstek"


def test_reports_and_notices_of_one_codename_say_nothing_of_the_other(
    maintainer: Any, shared: Revision
) -> None:
    for number in range(3):
        sent = REPORT | PHONE | {"key": f"0123456789abcde{number}"}
        reader = Client()
        reader.post(f"/r/{shared.short}/for/schotstek/report", sent)
    seen = {
        codename: read_evidence(find_revision(shared.short, codename), now=NOW)
        for codename in ("palstek", "schotstek")
    }
    assert seen["palstek"].counted.runs + seen["palstek"].waiting == 0
    assert seen["schotstek"].counted.runs + seen["schotstek"].waiting == 3
    assert seen["schotstek"].counted.dead_notice
    assert not seen["palstek"].counted.dead_notice
    lift_notice(
        actor=maintainer,
        short=shared.short,
        codename="schotstek",
        reason="One reader wrote to us: another file.",
        now=NOW,
    )
    lifted = read_evidence(find_revision(shared.short, "schotstek"), now=NOW)
    assert not lifted.counted.dead_notice


def test_the_checksum_list_is_of_the_phone_or_of_all(shared: Revision) -> None:
    one = Client().get(f"/r/{shared.short}/for/palstek/SHA256SUMS").content.decode()
    every = Client().get(f"/r/{shared.short}/SHA256SUMS").content.decode()
    assert len(one.splitlines()) == 2
    assert len(every.splitlines()) == 4
    assert set(one.splitlines()) < set(every.splitlines())


def test_one_row_is_looked_at_for_each_codename_by_itself(maintainer: Any) -> None:
    draft = brought(maintainer, FAULTY)
    looks = [chosen_for(draft, each) for each in load_whole(draft).codenames]
    assert [load_bundle(look).device.codename for look in looks] == ["palstek", "schotstek"]
    assert draft.chosen == ""
