"""The map of a codename on the site: asked for, made anew after a change, told on the desk."""

from datetime import timedelta
from typing import Any

import pytest
from django.test import Client

from anleitung.catalogue.load import current_fingerprints, load_device
from anleitung.catalogue.services.save import save_document
from anleitung.core.documents.base import body_of
from anleitung.demo.bundles import bundle_files
from anleitung.desk.chains import about_chains
from anleitung.guides.models import Revision
from anleitung.guides.services.bring_in import bring_in
from anleitung.guides.services.deprecate import deprecate, take_up_again
from anleitung.guides.services.withdraw import withdraw
from anleitung.jobs.outcomes import find_outcome
from anleitung.routes.made_of import made_of
from anleitung.routes.map_shown import MapOut
from anleitung.routes.mapping import ask_map
from tests.conftest import NOW
from tests.ready import publish


def mapped(actor: Any) -> MapOut:
    found = ask_map(actor=actor, codename="palstek", now=NOW)
    assert found is not None
    return found


def told(actor: Any) -> list[str]:
    made = made_of("palstek", now=NOW)
    return [m.text for m in about_chains("palstek", made, actor=actor, now=NOW)]


def test_each_guide_stands_behind_what_opens_it(
    two: Revision, maintainer: Any, client_of_maintainer: Client
) -> None:
    answer = client_of_maintainer.post("/api/codenames/palstek/map").json()
    ways = {p["name"]: p["way"] for p in answer["places"] if not p["is_update"]}
    assert ways == {"unlock": ["unlock"], "clean-install": ["unlock", "clean-install"]}
    assert {"before": "unlock", "after": "clean-install"}.items() <= {
        k: v for f in answer["feeds"] for k, v in f.items() if f["after"] == "clean-install"
    }.items()
    # A step names a way back that is not published: nobody is led back, and the desk says so.
    (trouble,) = answer["troubles"]
    assert (trouble["kind"], trouble["guide"]) == ("rescue", "clean-install")
    assert told(maintainer) == [f"{trouble['title']}, palstek: {trouble['says']}"]
    assert client_of_maintainer.post("/api/codenames/achtknoten/map").status_code == 404


def test_a_map_of_what_was_published_before_is_none(two: Revision, maintainer: Any) -> None:
    assert told(maintainer) == [
        "The chains of guides on palstek were not checked since something changed."
    ]
    first = mapped(maintainer)
    assert mapped(maintainer) == first
    deprecate(
        actor=maintainer,
        codename="palstek",
        slug="unlock",
        reason="Another tool does it now",
        follower="",
        now=NOW,
    )
    assert "not checked since something changed" in told(maintainer)[0]
    found = mapped(maintainer)
    (hangs,) = (t.says for t in found.troubles if t.kind == "hangs")
    assert hangs == (
        "Phones as sold come to it only over guides that routes avoid: "
        "“Unlock the bootloader” is deprecated."
    )
    take_up_again(actor=maintainer, codename="palstek", slug="unlock", now=NOW)
    withdraw(actor=maintainer, short=two.short, reason="A wrong step", now=NOW)
    says = [t.says for t in mapped(maintainer).troubles if t.kind == "hangs"]
    assert says == [hangs.replace("deprecated", "withdrawn")]


def test_what_leads_there_only_by_an_older_document_is_told(two: Revision, maintainer: Any) -> None:
    device = load_device("palstek")
    save_document(
        actor=maintainer,
        kind="device",
        codename="palstek",
        value=body_of(device) | {"maker": "Tidewerk Werft"},
        seen=current_fingerprints()["device", "palstek", "palstek"],
        note="the yard is named now",
        now=NOW,
    )
    # The install guide is published once more with the document of today; unlocking is not.
    from anleitung.guides.services.next_draft import next_draft
    from anleitung.guides.services.prove_today import prove_today, take_today

    install = Revision.objects.get(guide__slug="clean-install")
    draft = next_draft(actor=maintainer, short=install.short, now=NOW)
    at = {"codename": "palstek", "slug": "clean-install"}
    draft = take_today(actor=maintainer, **at, seen=draft.fingerprint, now=NOW)
    prove_today(actor=maintainer, row=draft, at=NOW)
    publish(actor=maintainer, **at, seen=draft.fingerprint, now=NOW)
    found = mapped(maintainer)
    assert found.not_mapped == ["Unlock the bootloader"]
    assert "carries an older document" in next(
        t.says for t in found.troubles if t.kind == "hangs" and t.guide == "clean-install"
    )


def test_a_declared_chain_is_shown_to_readers_and_held_against_the_proofs(
    two: Revision, maintainer: Any
) -> None:
    files = bundle_files("palstek", "keep-rettungsring")
    draft = bring_in(actor=maintainer, files=files, replaces="", now=NOW).draft
    at = {"codename": "palstek", "slug": "keep-rettungsring"}
    row = publish(actor=maintainer, **at, seen=draft.fingerprint, now=NOW)
    found = mapped(maintainer)
    (chain,) = found.declared
    assert chain.chain == ["unlock", "base-both-slots", "clean-install"]
    assert not chain.agrees
    assert [t.says for t in found.troubles if t.kind == "declared"] == [
        "It declares “base-both-slots” before it, and no such guide can be taken."
    ]
    html = Client().get(f"/r/{row.short}").content.decode()
    assert "Unlock the bootloader</a>: A locked phone starts no recovery of others" in html
    assert "base-both-slots</span> (not published): The recovery is said to want" in html


@pytest.mark.parametrize("what", ["published", "withdrawn", "deprecated", "document"])
def test_every_change_of_what_it_is_made_of_has_it_made_anew(
    what: str, two: Revision, maintainer: Any, monkeypatch: pytest.MonkeyPatch
) -> None:
    asked: list[str] = []
    monkeypatch.setattr("anleitung.routes.renew.begin_for_site", lambda **a: asked.append(a["key"]))
    later = NOW + timedelta(minutes=1)
    match what:
        case "published":
            files = bundle_files("palstek", "keep-rettungsring")
            draft = bring_in(actor=maintainer, files=files, replaces="", now=later).draft
            at = {"codename": "palstek", "slug": "keep-rettungsring"}
            publish(actor=maintainer, **at, seen=draft.fingerprint, now=later)
        case "withdrawn":
            withdraw(actor=maintainer, short=two.short, reason="A wrong step", now=later)
        case "deprecated":
            deprecate(
                actor=maintainer,
                codename="palstek",
                slug="unlock",
                reason="Another tool does it now",
                follower="",
                now=later,
            )
        case "document":
            save_document(
                actor=maintainer,
                kind="device",
                codename="palstek",
                value=body_of(load_device("palstek")) | {"maker": "Tidewerk Werft"},
                seen=current_fingerprints()["device", "palstek", "palstek"],
                note="the yard is named now",
                now=later,
            )
    assert set(asked) == {"palstek"}
    assert find_outcome("map", "palstek") is None
