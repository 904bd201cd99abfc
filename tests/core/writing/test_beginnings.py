"""A guide of one codename carried over to another, an empty one, and what fits where."""

from dataclasses import replace
from typing import Any

import pytest

from anleitung.core.documents.base import body_of
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.check_bundle import check_bundle
from anleitung.core.guide.document import Guide
from anleitung.core.guide.open_question import OpenQuestion
from anleitung.core.guide.passage import Passage
from anleitung.core.guide.walk import rows_of
from anleitung.core.proof.prove import prove
from anleitung.core.shorthand.forms import BY_NAME, FORMS
from anleitung.core.shorthand.lines import text_of
from anleitung.core.writing.begin import empty_guide
from anleitung.core.writing.carry_over import carry_over
from anleitung.core.writing.complete import complete
from anleitung.core.writing.complete_row import complete_row
from anleitung.core.writing.condition import look_at_condition
from anleitung.core.writing.fits import kind_of, offers, unknown_name
from anleitung.core.writing.here import Here
from anleitung.core.writing.reading import read_row, sentence_of
from anleitung.core.writing.shelf import Shelf
from anleitung.core.writing.slots import slots_of
from anleitung.core.writing.tree import own_body, stored_rows
from anleitung.demo.bundles import demo_bundle, guide_names
from tests.core.bundles import bundle

INSTALL = bundle("clean-install")
HERE = Here(INSTALL, Shelf().with_bundle(INSTALL), frozenset({"bootloader"}))


def carried(of: Bundle, to: str) -> Bundle:
    """To another codename, with all that its own guides carry at hand."""
    shelf = Shelf()
    home = None
    for name in guide_names(to):
        home = demo_bundle(to, name).for_codename(to)
        shelf = shelf.with_bundle(home)
    assert home is not None
    begun = empty_guide(to, "new", "New", "other", system="", newest_base="", tools=())
    bare = replace(home.with_guide(begun), packages=(), tools=(), programs=())
    return carry_over(of, bare, shelf)


@pytest.mark.parametrize("name", ["clean-install", "base-both-slots", "root", "return-to-stock"])
@pytest.mark.parametrize("to", ["schotstek", "achtknoten", "poller", "klampe"])
def test_nothing_of_the_other_phone_stays_behind_unseen(name: str, to: str) -> None:
    of = demo_bundle("palstek", name)
    there = carried(of, to)
    assert check_bundle(there) == []
    assert {u.where for u in there.guide.unread} >= {"admission", "promise"}
    asked = {r.step.id: r.step for r in rows_of(there.guide) if isinstance(r.step, OpenQuestion)}
    foreign = {p.name for p in of.packages} - {p.name for p in there.packages}
    foreign |= {b.build for b in of.builds} | {"palstek"}
    layout = {p.name for p in there.device.layout.partitions}
    for row in rows_of(there.guide):
        if row.step.id in asked:
            continue
        said = str(own_body(row.step))
        assert not [word for word in foreign if word in said]
        assert getattr(row.step, "partition", "boot") in layout | {"boot"}
    # No row is lost: each is carried over, asked about, or what it held stands in its place.
    assert set(stored_rows(of.guide)) <= set(stored_rows(there.guide))
    assert any(f.id == "head-unread" and f.severity == "stop" for f in prove(there).findings)


# A step of a guide for palstek or achtknoten, where it goes, and what is then asked about it.
CARRIED: list[tuple[str, str, dict[str, Any], str]] = [
    ("achtknoten", "palstek", {"action": "wipe", "areas": ["cache"]}, "cache is not known here"),
    (
        "achtknoten",
        "palstek",
        {"action": "charge", "prose": "Never mind cache."},
        "speaks of cache",
    ),
    ("palstek", "achtknoten", {"action": "mount", "partition": "vendor"}, "no partition vendor"),
    ("palstek", "achtknoten", {"action": "charge", "sight": "Base 12.4.7"}, "speaks of 12.4.7"),
    ("palstek", "achtknoten", {"action": "charge", "sight": "Base 12.4.70"}, ""),
    (
        "palstek",
        "achtknoten",
        {"action": "charge", "prose": "Use emergency mode."},
        "emergency mode",
    ),
    ("palstek", "poller", {"action": "charge", "prose": "A Tidewerk phone."}, "speaks of Tidewerk"),
    ("palstek", "achtknoten", {"action": "charge", "prose": "A Tidewerk phone."}, ""),
    ("palstek", "achtknoten", {"action": "set-active", "slot": "other"}, "has one slot"),
    ("palstek", "schotstek", {"action": "back-up", "what": ["media"], "kept": "card"}, "no card"),
    ("palstek", "schotstek", {"action": "charge", "way_back": "emergency-base"}, "emergency-base"),
    ("palstek", "klampe", {"action": "menu", "word": "Empty the cupboard"}, "not known here"),
    ("palstek", "klampe", {"action": "charge"}, ""),
]


@pytest.mark.parametrize(("home", "to", "step", "says"), CARRIED)
def test_whatever_is_of_the_other_phone_is_asked_about(
    home: str, to: str, step: dict[str, Any], says: str
) -> None:
    of = demo_bundle(home, guide_names(home)[0]).for_codename(home)
    guide = Guide.model_validate(body_of(of.guide) | {"steps": [{"id": "one", **step}]})
    [there] = carried(of.with_guide(guide), to).guide.steps
    assert isinstance(there, OpenQuestion) is bool(says)
    assert not says or says in there.says  # type: ignore[union-attr]


def test_what_a_file_could_be_here_is_offered() -> None:
    there = carried(demo_bundle("palstek", "clean-install"), "achtknoten")
    step: Any = stored_rows(there.guide)["start-rettungsring"].step
    assert "rettungsring-3.2-palstek.img is a file for palstek" in step.says
    assert [p.does.file for p in step.picks] == ["rettungsring"]


AIMS = ["unlock", "base", "recovery", "install", "update", "root", "second", "back", "other"]


@pytest.mark.parametrize("aim", AIMS)
def test_an_empty_guide_of_every_aim_is_one_open_question(aim: Any) -> None:
    newest = INSTALL.builds[-1].build
    guide = empty_guide(
        "palstek", "new", "New", aim, system="wattlaeufer", newest_base=newest, tools=("lotse",)
    )
    stops = [f for f in prove(INSTALL.with_guide(guide)).findings if f.severity == "stop"]
    assert [(f.id, f.step) for f in stops] == [("open-question", "row")]


@pytest.mark.parametrize("action", BY_NAME)
def test_every_field_of_every_action_has_a_kind_and_offers_what_is_there(action: str) -> None:
    for name in BY_NAME[action].model_fields:
        if name in ("id", "action"):
            continue
        kind = kind_of(action, name)
        found = offers(action, name, HERE)
        if kind in ("partition", "file", "files", "choice", "choices", "yes-no"):
            assert found, (action, name)
        # What something speaks against comes last.
        assert [bool(o.why_not) for o in found] == sorted(bool(o.why_not) for o in found)


def test_every_row_of_a_guide_opens_as_a_sentence_that_says_what_it_holds() -> None:
    for found in stored_rows(INSTALL.guide).values():
        opened = slots_of(found.step, HERE)
        held = {p.slot.field: p.slot.value for p in opened.pieces if p.slot}
        for name, value in held.items():
            assert opened.body.get(name, value) == value


HELD = [
    ("if", "if", "if "),
    ("if variant is ", "K6", "if variant is K6 "),
    ("if variant is K6 ", "asking", "if variant is K6 asking "),
    ("choose ", "data", "choose data "),
    ("each", "each slot", "each slot "),
]


RING = {
    "id": "start-ring",
    "title": "Start it",
    "places": [{"id": "the-file", "kind": "file", "says": "the recovery"}],
    "steps": [{"id": "go", "action": "boot-once", "file": "the-file"}],
}
TAKEN = [
    ("pass", "passage", "passage "),
    ("passage ", "start-ring", "passage start-ring "),
    ("passage start-ring ", "the-file=", "passage start-ring with the-file="),
    ("passage start-ring with ", "the-file=", "passage start-ring with the-file="),
    ("passage start-ring with the-file=ret", "rettungsring",
     "passage start-ring with the-file=rettungsring, "),
]  # fmt: skip


@pytest.mark.parametrize(("line", "adds", "then"), TAKEN)
def test_passages_are_offered_with_their_places(line: str, adds: str, then: str) -> None:
    ready = replace(HERE.shelf, passages={"start-ring": Passage.model_validate(RING)})
    offered = complete_row(line, replace(HERE, shelf=ready)).offers
    assert (adds, then) in [(o.adds, o.line) for o in offered]
    plain = read_row(then, bundle=INSTALL, shelf=ready)
    assert plain["action"] == ("passage" if adds == "rettungsring" else "open")


@pytest.mark.parametrize(("line", "adds", "then"), HELD)
def test_rows_that_hold_others_are_offered_too(line: str, adds: str, then: str) -> None:
    assert (adds, then) in [(o.adds, o.line) for o in complete_row(line, HERE).offers]
    assert complete_row(line, HERE).forms


COMPLETED = [
    ("", "see"),
    ("fl", "flash"),
    ("flash ", "boot"),
    ("flash radio ", "radio-k6"),
    ("flash radio m6", "radio-m6"),
    ("flash radio radio-m6 ", "to"),
    ("flash radio radio-m6 to b", "both"),
    ("enter ", "recovery"),
    ("switch ", "auto-update"),
]


@pytest.mark.parametrize(("line", "first"), COMPLETED)
def test_what_is_right_here_is_offered_first(line: str, first: str) -> None:
    assert complete(line, HERE).offers[0].adds == first


BEGINNINGS = sorted({text_of(f).split("|")[0].split()[0] for each in FORMS.values() for f in each})


@pytest.mark.parametrize("word", BEGINNINGS)
def test_who_takes_what_is_offered_comes_to_a_step_or_is_told_what_is_missing(word: str) -> None:
    line, taken = f"{word} ", 0
    while read_row(line, bundle=INSTALL, shelf=HERE.shelf)["action"] == "open":
        completed = complete(line, HERE)
        assert completed.forms, line
        nexts = [offer for offer in completed.offers if not offer.why_not]
        if not nexts:
            # A word of the author's own is missing, or what this phone has none of.
            break
        line, taken = nexts[0].line, taken + 1
        assert taken < 12, line


CONDITIONS = [
    ("", "", "bootloader"),
    ("variant", "cannot be read", "is"),
    ("variant is ", "cannot be read", "K6"),
    ("base >= ", "cannot be read", "PS-13.0.2-KU.r4"),
    ("variant is M6 ", "", "and"),
    ("variant is M6 and ", "cannot be read", "bootloader"),
    ("moon is full", "no fact is called 'moon'", ""),
]


@pytest.mark.parametrize(("text", "fault", "first"), CONDITIONS)
def test_a_condition_says_what_it_is_and_what_may_come(text: str, fault: str, first: str) -> None:
    looked = look_at_condition(text, INSTALL)
    assert fault in looked.fault
    assert bool(looked.words) is (looked.fault == "" and text != "")
    if first:
        assert looked.offers[0].adds == first


READ: list[tuple[str, dict[str, Any]]] = [
    ("charge // A full battery", {"action": "charge", "sight": "A full battery"}),
    ('menu "a // b"', {"action": "menu", "word": "a // b"}),
    (
        "if variant is M6 asking Is it?",
        {"action": "branch", "on": "variant is M6", "ask": "Is it?"},
    ),
    ("choose data", {"action": "choose", "option": "data"}),
    ("each slot", {"action": "each-slot"}),
    ("lotse lock --open", {"action": "unlock"}),
    ("lotse write radio my.img", {"action": "open", "says": "my.img is not in the file set"}),
    ("  ", {"action": "open", "about": "empty"}),
]


@pytest.mark.parametrize(("line", "wanted"), READ)
def test_a_line_of_quick_entry_is_read(line: str, wanted: dict[str, Any]) -> None:
    found = read_row(line, bundle=INSTALL, shelf=HERE.shelf)
    assert {name: found.get(name) for name in wanted} == wanted


# A line of quick entry, and how its sentence begins.
SENTENCES = [
    ("flash radio radio-m6 to both slots", "Flash radio-12.4.7-m6.img to radio in both slots"),
    ("flash ramdisk rettungsring-3.2-palstek.img", "Flash rettungsring-3.2-palstek.img to ramdisk"),
    ("each slot", "each slot"),
    ("if variant is M6 asking Is it?", "Is it?"),
    ("charge // Full", "Charge the phone until its battery is more than half full"),
    ("enter recovery by chord", "Bring the phone into the recovery with the keys"),
]


@pytest.mark.parametrize(("line", "sentence"), SENTENCES)
def test_a_line_is_told_as_the_sentence_that_readers_get(line: str, sentence: str) -> None:
    plain = read_row(line, bundle=INSTALL, shelf=HERE.shelf)
    assert sentence_of(plain, INSTALL, HERE.shelf).startswith(sentence)


def test_what_a_line_names_and_is_not_there_is_told() -> None:
    for line, name in (("flash radio other", "other"), ("flash attic radio-m6", "attic")):
        plain = read_row(line, bundle=INSTALL, shelf=HERE.shelf)
        assert unknown_name(plain, HERE) == f"{name} is not known here"
    assert unknown_name(read_row("charge", bundle=INSTALL, shelf=HERE.shelf), HERE) == ""
