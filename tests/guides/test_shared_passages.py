"""Passages of the site: made in one draft, taken by others, changed, and taken up one by one."""

from typing import Any

import pytest

from anleitung.catalogue.load import current_fingerprints, find_entry, load_passages
from anleitung.core.guide.check_bundle import check_bundle
from anleitung.core.guide.nested import UsePassage
from anleitung.core.guide.rename import RenameRefused
from anleitung.core.guide.walk import rows_of
from anleitung.demo.bundles import bundle_files
from anleitung.guides.differences import differences
from anleitung.guides.load import find_draft, load_bundle, load_whole
from anleitung.guides.models import Draft
from anleitung.guides.services.bring_in import bring_in
from anleitung.guides.services.edit import edit, undo
from anleitung.guides.services.replace_all import (
    Named,
    look_at_replacing,
    replace_all,
    take_back,
    what_it_would_do,
)
from anleitung.guides.services.settle_difference import Choice, settle_difference
from anleitung.guides.shelf import shelf_of
from anleitung.guides.today import changed_documents, held_against_today, with_documents
from tests.conftest import NOW
from tests.guides.test_drafts import AT, EDITS, SOON, put

OTHER = {"codename": "schotstek", "slug": "unlock"}
REACH = ["agree", "into-bootloader", "see-phone"]
ADDRESS = ("passage", "", "reach")


@pytest.fixture
def draft(maintainer: Any) -> Draft:
    for codename, slug in (("palstek", "clean-install"), ("schotstek", "unlock")):
        bring_in(actor=maintainer, files=bundle_files(codename, slug), replaces="", now=NOW)
    return put(maintainer, {"op": "fold", "ids": REACH, "line": "passage reach for maker"})


def taken(row: Draft) -> list[UsePassage]:
    rows = rows_of(load_bundle(row).guide)
    return [r.step for r in rows if isinstance(r.step, UsePassage)]


def take(actor: Any) -> Draft:
    edits = [{"op": "write", "line": "passage reach"}]
    return put_at(actor, OTHER, edits)


def put_at(actor: Any, at: dict[str, str], edits: list[dict[str, Any]]) -> Draft:
    return edit(actor=actor, **at, edits=EDITS.validate_python(edits), now=SOON).draft


def changed_in(actor: Any) -> Draft:
    """In the first draft: its steps taken out, one left out, the others folded again."""
    put(actor, {"op": "unfold", "id": "reach"})
    ids = [f"reach-{name}" for name in REACH[:2]]
    return put(actor, {"op": "fold", "ids": ids, "line": "passage reach for maker"})


def test_what_is_made_in_one_draft_is_there_for_other_guides_of_the_maker(
    draft: Draft, maintainer: Any
) -> None:
    [passage] = load_passages()
    assert (passage.id, passage.maker) == ("reach", "Tidewerk")
    assert "reach" in shelf_of("schotstek").passages
    assert "reach" not in shelf_of("poller").passages
    other = take(maintainer)
    assert [row.passage for row in taken(other)] == ["reach"]
    assert "reach-agree" in {s.id for s in taken(other)[0].steps}
    assert "passages/reach.yaml" in other.files
    # Taken back, the guide is as it was; the passage stays for others.
    back = undo(actor=maintainer, **AT, now=SOON)
    assert taken(back) == []
    assert "passages/reach.yaml" not in back.files
    assert len(load_passages()) == 1


def settled(actor: Any, at: dict[str, str], choice: Choice) -> Draft:
    return settle_difference(
        actor=actor,
        **at,
        seen=find_draft(**at).fingerprint,
        address=ADDRESS,
        choice=choice,
        new_name="another",
        now=SOON,
    )


def test_a_changed_passage_is_the_sites_when_somebody_says_so_and_taken_up_guide_by_guide(
    draft: Draft, maintainer: Any
) -> None:
    other = take(maintainer)
    mine = changed_in(maintainer)
    # The site's is as it was, and the draft says that its own differs.
    changed = changed_documents(load_bundle(mine), current_fingerprints())
    assert changed == (ADDRESS,)
    [told] = differences(load_bundle(mine), changed)
    assert (told.kind, told.name) == ("passage", "reach")
    with pytest.raises(RenameRefused, match="fold them into another"):
        settled(maintainer, AT, "both")
    assert held_against_today(find_draft(**OTHER)).changed == ()
    settled(maintainer, AT, "theirs")
    assert find_entry(*ADDRESS).versions.count() == 2
    assert held_against_today(find_draft(**AT)).changed == ()
    # The other guide keeps the version that it took, and is told of the new one.
    stale = find_draft(**OTHER)
    assert stale.fingerprint == other.fingerprint
    assert held_against_today(stale).changed == (ADDRESS,)
    ahead = with_documents(load_bundle(stale), (ADDRESS,))
    assert check_bundle(ahead) == []
    now = settled(maintainer, OTHER, "ours")
    assert len(taken(now)[0].steps) == 2
    assert load_whole(now).fingerprint == ahead.fingerprint
    assert held_against_today(now).changed == ()


def test_it_is_taken_up_in_all_drafts_with_one_press_and_back(
    draft: Draft, maintainer: Any
) -> None:
    other = take(maintainer)
    changed_in(maintainer)
    settled(maintainer, AT, "theirs")
    newest = Named("passage", "reach", "reach")
    [found] = look_at_replacing("schotstek", newest)
    assert found.row.pk == other.pk
    [told] = what_it_would_do(codename="schotstek", what=newest)
    assert told["rows"] == [("see the phone with lotse", "")]
    given: dict[str, Any] = {"actor": maintainer, "codename": "schotstek", "now": SOON}
    done = replace_all(**given, slugs=["unlock"], what=newest)
    assert len(taken(find_draft(**OTHER))[0].steps) == 2
    assert list(look_at_replacing("schotstek", newest)) == []
    assert take_back(**given, done=done) == []
    assert find_draft(**OTHER).fingerprint == other.fingerprint


def test_a_guide_for_two_codenames_is_stale_and_led_on_for_each(
    draft: Draft, maintainer: Any
) -> None:
    files = bundle_files("palstek", "wattlaeufer-tidewerk")
    bring_in(actor=maintainer, files=files, replaces="", now=NOW)
    both = {"codename": "palstek", "slug": "wattlaeufer-tidewerk"}
    put_at(maintainer, both, [{"op": "write", "line": "passage reach"}])
    changed_in(maintainer)
    settled(maintainer, AT, "theirs")
    for codename in ("palstek", "schotstek"):
        row = find_draft(codename=codename, slug=both["slug"])
        assert held_against_today(row).changed == (ADDRESS,)
        assert check_bundle(with_documents(load_bundle(row), (ADDRESS,))) == []
    now = settled(maintainer, both, "ours")
    assert len(taken(now)[0].steps) == 2
