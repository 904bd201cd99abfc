"""Drafts: their history, who may write them, what is at hand, and how they come back."""

from datetime import datetime, timedelta
from typing import Any

import pytest
from django.contrib.auth import get_user_model
from django.db import DatabaseError, connection, transaction
from pydantic import TypeAdapter

from anleitung.accounts.roles import NotAllowed
from anleitung.core.guide.walk import actions_of
from anleitung.core.writing import ops
from anleitung.core.writing.begin import BeginRefused
from anleitung.core.writing.newer import NewFile
from anleitung.core.writing.tree import EditRefused, stored_rows
from anleitung.demo.bundles import bundle_files
from anleitung.guides.errors import (
    AlreadyPublished,
    ContestRefused,
    DraftMoved,
    NoSuchDraft,
    NothingToUndo,
    PublishBlocked,
)
from anleitung.guides.follows import follows_of
from anleitung.guides.history import texts_of
from anleitung.guides.lineage import forks_of, parent_of
from anleitung.guides.load import find_draft, load_bundle, load_whole
from anleitung.guides.models import Draft, DraftState, Guide, KeptText, PastedNotes, Revision
from anleitung.guides.services.begin import Begun, begin
from anleitung.guides.services.bring_in import bring_in
from anleitung.guides.services.contest import contest
from anleitung.guides.services.delete_draft import bring_back, delete_draft
from anleitung.guides.services.edit import edit, redo, set_back, undo
from anleitung.guides.services.fix import Which, fix, fixes_of
from anleitung.guides.services.next_draft import next_draft
from anleitung.guides.services.paste_notes import paste_notes
from anleitung.guides.services.replace_all import (
    Named,
    Newer,
    files_before,
    look_at_replacing,
    replace_all,
    take_back,
    what_it_would_do,
)
from anleitung.guides.shelf import shelf_of
from anleitung.guides.written import keep_when_quiet, written_proof
from tests.conftest import NOW
from tests.kept_rows import made_once
from tests.ready import publish

EDITS: TypeAdapter[list[ops.AnyEdit]] = TypeAdapter(list[ops.AnyEdit])
AT = {"codename": "palstek", "slug": "clean-install"}
SOON = NOW + timedelta(minutes=5)


@pytest.fixture
def draft(maintainer: Any) -> Draft:
    files = bundle_files("palstek", "clean-install")
    made_once("draft", lambda: bring_in(actor=maintainer, files=files, replaces="", now=NOW))
    return Draft.objects.get()


def put(actor: Any, *edits: dict[str, Any], now: datetime = SOON) -> Draft:
    return edit(actor=actor, **AT, edits=EDITS.validate_python(edits), now=now).draft


def says() -> list[str]:
    return list(DraftState.objects.order_by("number").values_list("says", flat=True))


CHARGE = {"op": "put", "id": "charge", "step": {"action": "charge", "sight": "Full"}}
REMOVE = {"op": "remove", "ids": ["charge"]}


def test_whoever_may_not_write_writes_nothing(draft: Draft) -> None:
    reader = get_user_model().objects.create_user(username="reader", password="a-long-word")
    edits = EDITS.validate_python([REMOVE])
    anything: dict[str, Any] = {"actor": reader, "now": NOW}
    for act in (
        lambda: edit(**anything, **AT, edits=edits),
        lambda: undo(**anything, **AT),
        lambda: redo(**anything, **AT),
        lambda: set_back(**anything, **AT, number=1),
        lambda: paste_notes(**anything, **AT, text="charge", after=""),
        lambda: delete_draft(**anything, **AT, seen=draft.fingerprint),
        lambda: bring_back(**anything, **AT),
        lambda: begun(reader),
    ):
        with pytest.raises(NotAllowed):
            act()
    assert (Guide.objects.count(), DraftState.objects.count()) == (1, 1)


def begun(actor: Any, **given: Any) -> Begun:
    usual: dict[str, Any] = {
        "codename": "palstek",
        "how": "empty",
        "slug": "new",
        "title": "New",
        "aim": "base",
        "system": "",
        "text": "",
        "source": "",
    }
    return begin(actor=actor, now=NOW, **{**usual, **given})


def test_typing_on_in_one_row_is_taken_back_as_a_whole(draft: Draft, maintainer: Any) -> None:
    put(maintainer, {"op": "remove", "ids": ["agree"]})
    for number, sight in enumerate(("F", "Fu", "Full")):
        step = {"action": "charge", "sight": sight}
        at = SOON + timedelta(seconds=number)
        put(maintainer, {"op": "put", "id": "charge", "step": step}, now=at)
    assert says()[-1] == "written: charge"
    assert len(says()) == 5
    before = undo(actor=maintainer, **AT, now=SOON)
    assert before.state is not None
    assert before.state.says == "removed: connect and agree"
    # After a while it is something else that one does.
    put(maintainer, CHARGE, now=SOON + timedelta(hours=1))
    put(maintainer, {**CHARGE, "step": {"action": "charge"}}, now=SOON + timedelta(hours=2))
    assert undo(actor=maintainer, **AT, now=SOON).fingerprint != before.fingerprint


def test_going_back_and_another_way_on_loses_no_state(draft: Draft, maintainer: Any) -> None:
    first = find_draft(**AT).fingerprint
    put(maintainer, REMOVE)
    undo(actor=maintainer, **AT, now=SOON)
    put(maintainer, {"op": "remove", "ids": ["agree"]})
    with pytest.raises(NothingToUndo):
        redo(actor=maintainer, **AT, now=SOON)
    assert says() == ["imported", "removed: charge", "removed: connect and agree"]
    back = set_back(actor=maintainer, **AT, number=2, now=SOON)
    assert "charge" not in stored_rows(load_whole(back).guide)
    assert undo(actor=maintainer, **AT, now=SOON).fingerprint != first
    assert undo(actor=maintainer, **AT, now=SOON).fingerprint == first
    with pytest.raises(NothingToUndo):
        undo(actor=maintainer, **AT, now=SOON)


def test_imports_and_fixes_are_taken_back_as_well(maintainer: Any) -> None:
    files = bundle_files("palstek", "clean-install-one-slot")
    old = bring_in(actor=maintainer, files=files, replaces="", now=NOW).draft
    newer = bundle_files("palstek", "clean-install")
    bring_in(actor=maintainer, files=newer, replaces=old.fingerprint, now=SOON)
    assert undo(actor=maintainer, **AT, now=SOON).fingerprint == old.fingerprint
    put(maintainer, REMOVE)
    standing = find_draft(**AT)
    which, known = next(
        (which, known)
        for which, known in fixes_of(standing, lambda done, total: None)
        if which.finding == "battery-low"
    )
    assert isinstance(which, Which)
    fix(actor=maintainer, **AT, seen=standing.fingerprint, which=which, now=SOON)
    assert says()[-1] == known.says
    assert undo(actor=maintainer, **AT, now=SOON).fingerprint == standing.fingerprint


def test_states_never_change_and_are_held_once(draft: Draft, maintainer: Any) -> None:
    put(maintainer, CHARGE)
    put(maintainer, REMOVE)
    # Of a bundle of many files, each edit keeps what it changed.
    assert KeptText.objects.count() < 2 * len(draft.files)
    state = DraftState.objects.get(number=1)
    assert texts_of(state) == draft.files
    for table, column in (("guides_draftstate", "says"), ("guides_kepttext", "text")):
        with (
            pytest.raises(DatabaseError, match="never change"),
            transaction.atomic(),
            connection.cursor() as cursor,
        ):
            cursor.execute(f"UPDATE {table} SET {column} = 'other'")


def test_an_edit_that_is_refused_leaves_the_draft_and_its_history(
    draft: Draft, maintainer: Any
) -> None:
    with pytest.raises(EditRefused):
        put(maintainer, REMOVE, {"op": "unfold", "id": "agree"})
    assert find_draft(**AT).fingerprint == draft.fingerprint
    assert says() == ["imported"]
    # One that changes nothing makes no state either.
    put(maintainer, {"op": "move", "ids": ["charge"], "at": {"after": "get-files"}})
    assert says() == ["imported"]


def test_a_title_that_is_written_is_the_title_of_the_draft(draft: Draft, maintainer: Any) -> None:
    put(maintainer, {"op": "head", "field": "title", "value": "Another title"})
    assert find_draft(**AT).title == "Another title"
    assert says()[-1] == "title written"


def test_the_proof_of_what_stands_for_a_while_is_kept(draft: Draft, maintainer: Any) -> None:
    from anleitung.guides.load import kept_proof

    now = put(maintainer, REMOVE)
    bundle = load_bundle(now)
    assert kept_proof(bundle) is None
    keep_when_quiet(now, now=SOON + timedelta(seconds=1))
    assert kept_proof(bundle) is None
    keep_when_quiet(now, now=SOON + timedelta(seconds=10))
    assert kept_proof(bundle) == written_proof(now).proof


def test_what_is_at_hand_is_all_that_the_guides_of_the_codename_carry(
    draft: Draft, maintainer: Any
) -> None:
    shelf = shelf_of("palstek")
    assert set(shelf.packages) == set(load_whole(draft).guide.files)
    bring_in(actor=maintainer, files=bundle_files("palstek", "root"), replaces="", now=NOW)
    assert "wattlaeufer-ramdisk" in shelf_of("palstek").packages
    assert shelf_of("achtknoten").packages == {}


def test_a_guide_is_begun_in_each_way_and_says_where_it_came_from(maintainer: Any) -> None:
    files = bundle_files("palstek", "clean-install")
    standing = bring_in(actor=maintainer, files=files, replaces="", now=NOW).draft
    published = publish(actor=maintainer, **AT, seen=standing.fingerprint, now=NOW)
    bring_in(actor=maintainer, files=bundle_files("achtknoten", "unlock"), replaces="", now=NOW)
    empty = begun(maintainer)
    assert load_whole(empty.draft).guide.lineage is None
    copy = begun(maintainer, how="copy", slug="copied", source=published.short)
    parent = parent_of(copy.draft.guide)
    assert parent is not None
    assert (parent.slug, parent.version, parent.newest) == (AT["slug"], "1.0.0", "1.0.0")
    [fork] = forks_of(published.guide)
    assert (fork.slug, fork.version, fork.newest) == ("copied", "1.0.0", "")
    assert "version 1.0.0" in (load_whole(copy.draft).guide.lineage or "")
    over = begun(maintainer, how="carry", codename="achtknoten", source=published.short)
    whole = load_whole(over.draft)
    assert whole.device.codename == "achtknoten"
    assert "of palstek, version 1.0.0" in (whole.guide.lineage or "")
    assert len(whole.guide.unread) >= 2
    notes = begun(maintainer, how="notes", slug="noted", text="- charge\n- dance")
    assert notes.drafted is not None
    assert (notes.drafted.read, notes.drafted.asked) == (1, 2)
    assert PastedNotes.objects.get().text == "- charge\n- dance"
    assert Draft.objects.count() == 5
    for change, says in (
        ({"how": "copy", "slug": "x", "source": "achtknoten/unlock"}, "is not for palstek"),
        ({"slug": "new"}, "has a guide new already"),
    ):
        with pytest.raises(BeginRefused, match=says):
            begun(maintainer, **change)


def test_notes_that_are_pasted_into_a_draft_are_one_step_of_its_history(
    draft: Draft, maintainer: Any
) -> None:
    pasted = paste_notes(
        actor=maintainer, **AT, text="* power off\n* sing", after="agree", now=SOON
    )
    rows = list(stored_rows(load_whole(pasted.draft).guide))
    assert rows[rows.index("agree") + 1 :][:2] == ["power-off", "row"]
    assert says()[-1] == "notes of 2 lines"
    assert undo(actor=maintainer, **AT, now=SOON).fingerprint == draft.fingerprint


def test_a_draft_with_an_open_question_goes_out_and_comes_in_again(
    draft: Draft, maintainer: Any
) -> None:
    asked = put(maintainer, {"op": "write", "line": "hold the keys", "id": "charge"})
    files = {name: text.encode() for name, text in asked.files.items()}
    again = bring_in(actor=maintainer, files=files, replaces=asked.fingerprint, now=SOON)
    assert again.draft.fingerprint == asked.fingerprint


def test_what_was_deleted_comes_back_unless_another_stands_there(
    draft: Draft, maintainer: Any
) -> None:
    put(maintainer, REMOVE)
    seen = find_draft(**AT).fingerprint
    with pytest.raises(DraftMoved):
        delete_draft(actor=maintainer, **AT, seen=draft.fingerprint, now=SOON)
    delete_draft(actor=maintainer, **AT, seen=seen, now=SOON)
    with pytest.raises(NoSuchDraft):
        bring_back(actor=maintainer, **AT, now=SOON + timedelta(days=31))
    files = bundle_files("palstek", "clean-install")
    bring_in(actor=maintainer, files=files, replaces="", now=SOON)
    with pytest.raises(DraftMoved, match="another draft by now"):
        bring_back(actor=maintainer, **AT, now=SOON)
    Draft.objects.get().delete()
    back = bring_back(actor=maintainer, **AT, now=SOON)
    assert back.fingerprint == seen
    # Its history is the one that it had.
    assert undo(actor=maintainer, **AT, now=SOON).fingerprint == draft.fingerprint


def test_a_draft_of_a_published_guide_may_be_what_is_published_again(
    revision: Revision, maintainer: Any
) -> None:
    files = {name: text.encode() for name, text in revision.files.items()}
    changed = {**files, "guide.yaml": files["guide.yaml"].replace(b"Install W", b"Put W")}
    bring_in(actor=maintainer, files=changed, replaces="", now=SOON)
    back = put(maintainer, {"op": "head", "field": "title", "value": "Install Wattläufer 5"})
    assert back.fingerprint == revision.fingerprint


def test_the_next_version_is_written_from_what_is_published(
    revision: Revision, maintainer: Any
) -> None:
    begun = next_draft(actor=maintainer, short=revision.short, now=SOON)
    assert begun.fingerprint == revision.fingerprint
    assert says()[-1] == "begun from 1.0.0"
    with pytest.raises(DraftMoved, match="has a draft already"):
        next_draft(actor=maintainer, short=revision.short, now=SOON)
    with pytest.raises(AlreadyPublished):
        publish(actor=maintainer, **AT, seen=begun.fingerprint, now=SOON)
    changed = put(maintainer, {"op": "head", "field": "summary", "value": "Otherwise."})
    again = publish(actor=maintainer, **AT, seen=changed.fingerprint, now=SOON)
    assert again.version == "1.0.1"
    assert Revision.objects.get(pk=revision.pk).files == revision.files


def test_what_was_not_looked_at_is_not_called_harmless(draft: Draft, maintainer: Any) -> None:
    """Where no phone comes to the end, every slip would seem to do no harm."""
    asked = put(maintainer, {"op": "write", "line": "hold the keys", "id": "get-files"})
    told = follows_of(asked, lambda done, total: None)
    assert (told.tried, told.harms, told.whys, told.lost) == (0, [], [], [])
    assert told.untried > 100
    assert "nothing is known of slips" in told.why_not
    sheet = written_proof(asked).sheet
    assert sheet is not None
    assert all(promise.kept == 0 for promise in sheet.promises)
    # What the open row will use is not known either.
    assert "file-in-no-step" not in {f.id for f in sheet.general}
    assert "file-in-no-step" not in {f.id for row in sheet.rows for f in row.findings}


def test_an_open_question_is_not_argued_away(draft: Draft, maintainer: Any) -> None:
    """Nobody can hold it to be wrong, with however many signatures."""
    asked = put(maintainer, {"op": "write", "line": "hold the keys", "id": "charge"})
    which = Which("open-question", "", "charge")
    reason = "Whoever reads this knows very well what to do here, and so does the phone."
    with pytest.raises(ContestRefused, match="such a step is not published"):
        contest(
            actor=maintainer, **AT, seen=asked.fingerprint, which=which, reason=reason, now=SOON
        )
    with pytest.raises(PublishBlocked, match="Stops: This is not a step yet"):
        publish(actor=maintainer, **AT, seen=asked.fingerprint, now=SOON)


@pytest.mark.parametrize("codename", ["palstek", "schotstek"])
def test_a_guide_for_two_codenames_is_written_for_both_from_either(
    maintainer: Any, codename: str
) -> None:
    files = bundle_files("palstek", "wattlaeufer-tidewerk")
    bring_in(actor=maintainer, files=files, replaces="", now=NOW)
    at = {"codename": codename, "slug": "wattlaeufer-tidewerk"}
    whole = load_whole(find_draft(**at))
    row = actions_of(whole.guide)[-1].id
    edits = EDITS.validate_python([{"op": "set", "id": row, "change": {"sight": "Seen"}}])
    done = edit(actor=maintainer, **at, edits=edits, now=SOON).draft
    assert done.chosen == ("" if codename == "palstek" else codename)
    for each in ("palstek", "schotstek"):
        now = load_whole(find_draft(codename=each, slug="wattlaeufer-tidewerk"))
        step: Any = stored_rows(now.guide)[row].step
        assert step.sight == "Seen"
        assert now.codenames == ("palstek", "schotstek")
    sheet = written_proof(done).sheet
    assert sheet is not None
    assert sheet.codename == codename


REPLACED: list[tuple[Named, list[str]]] = [
    (
        Named("file", "radio-m6", "radio-k6"),
        ["flash radio radio-m6 to both slots → flash radio radio-k6 to both slots"],
    ),
    (Named("tool", "lotse", "funke"), ["see the phone with lotse → "]),
    (Named("build", "PS-12.4.7-KU.r3", "PS-12.4.1-KU.r2"), [""]),
]


@pytest.mark.parametrize(("asked", "says"), REPLACED)
def test_what_is_replaced_in_all_drafts_is_looked_at_done_and_taken_back(
    draft: Draft, maintainer: Any, asked: Named, says: list[str]
) -> None:
    bring_in(actor=maintainer, files=bundle_files("palstek", "unlock"), replaces="", now=NOW)
    found = list(look_at_replacing("palstek", asked))
    mine = next(each for each in found if each.row.pk == draft.pk)
    assert mine.changed is not None
    told = [f"{before} → {after}" for before, after in mine.changed.rows]
    assert all(any(line in each for each in told) for line in says)
    assert find_draft(**AT).fingerprint == draft.fingerprint
    done = replace_all(
        actor=maintainer, codename="palstek", slugs=["clean-install"], now=SOON, what=asked
    )
    assert [each.slug for each in done] == ["clean-install"]
    now = find_draft(**AT)
    assert now.fingerprint == mine.changed.bundle.fingerprint
    assert asked.old not in str(load_whole(now).documents["guide"])
    assert list(look_at_replacing("palstek", asked)) == [
        each for each in found if each.row.pk != draft.pk
    ]
    assert take_back(actor=maintainer, codename="palstek", done=done, now=SOON) == []
    assert find_draft(**AT).fingerprint == draft.fingerprint


def test_what_somebody_wrote_on_stays_when_a_replacing_is_taken_back(
    draft: Draft, maintainer: Any
) -> None:
    asked = Named("file", "radio-m6", "radio-k6")
    given: dict[str, Any] = {"actor": maintainer, "codename": "palstek", "now": SOON}
    done = replace_all(**given, slugs=["clean-install"], what=asked)
    written = put(maintainer, REMOVE)
    assert take_back(**given, done=done) == ["clean-install"]
    assert find_draft(**AT).fingerprint == written.fingerprint
    with pytest.raises(EditRefused, match="not at hand"):
        replace_all(**given, slugs=["clean-install"], what=Named("file", "radio-k6", "other"))
    assert replace_all(**given, slugs=[], what=Named("file", "radio-k6", "radio-m6")) == []
    reader = get_user_model().objects.create_user(username="reader", password="a-long-word")
    with pytest.raises(NotAllowed):
        replace_all(**{**given, "actor": reader}, slugs=["clean-install"], what=asked)
    with pytest.raises(NotAllowed):
        take_back(**{**given, "actor": reader}, done=done)


RING = NewFile("rettungsring-3.3-palstek.img", "5" * 64, 77, "rettungsring-3.2-palstek.img")


def test_a_newer_release_is_offered_to_drafts_and_to_what_is_published(
    revision: Revision, maintainer: Any
) -> None:
    files = bundle_files("palstek", "base-both-slots")
    bring_in(actor=maintainer, files=bundle_files("palstek", "root"), replaces="", now=NOW)
    bring_in(actor=maintainer, files=files, replaces="", now=NOW)
    assert files_before("palstek", RING.name) == [RING.before]
    assert files_before("palstek", "rettungsring-3.1-palstek.img") == []
    found = list(look_at_replacing("palstek", Newer(RING)))
    with_it = {each.row.guide.slug for each in found}
    assert "clean-install" in with_it  # which has no draft
    told = {t["slug"]: t for t in what_it_would_do(codename="palstek", what=Newer(RING))}
    assert (told["clean-install"]["version"], told["clean-install"]["new_stops"]) == ("1.0.0", [])
    assert told["clean-install"]["takes_over"] != []
    given: dict[str, Any] = {"actor": maintainer, "codename": "palstek", "now": SOON}
    done = replace_all(**given, slugs=sorted(with_it), what=Newer(RING))
    assert {each.slug for each in done} == with_it
    begun = find_draft(**AT)
    [ring] = [p for p in load_bundle(begun).packages if p.id == "rettungsring"]
    assert (ring.name, ring.sha256) == (RING.name, RING.sha256)
    assert [s for s in says() if "begun for" in s] == ["begun for a newer file, from 1.0.0"]
    # Taken back: the draft that was begun for it alone is gone, others stand as they stood.
    assert take_back(**given, done=done) == []
    assert not Draft.objects.filter(guide=revision.guide).exists()
    assert Revision.objects.get(pk=revision.pk).fingerprint == revision.fingerprint
