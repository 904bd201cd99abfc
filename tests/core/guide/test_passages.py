"""Passages: steps that many guides share, with places; a guide with one is as one without."""

from collections import Counter
from dataclasses import replace
from typing import Any

import pytest

from anleitung.core.diagrams.run import Budget
from anleitung.core.documents.base import body_of
from anleitung.core.formats.read_bundle import InvalidBundle, read_bundle
from anleitung.core.formats.write_bundle import write_bundle
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.check_bundle import check_bundle
from anleitung.core.guide.document import Guide
from anleitung.core.guide.nested import UsePassage
from anleitung.core.guide.passage import Passage, use_of, with_passages
from anleitung.core.guide.walk import actions_of, rows_of
from anleitung.core.proof.prove import prove
from anleitung.core.proof.rehearse.slips import find_slips
from anleitung.core.proof.run.compile import run_bundle
from anleitung.core.sheet.build import build_sheet
from anleitung.demo.bundles import bundle_files, demo_bundle
from tests.core.bundles import bundle

INSTALL = bundle("clean-install")
REACH: dict[str, Any] = {
    "id": "reach-bootloader",
    "title": "Bring the phone into the bootloader",
    "maker": "Tidewerk",
    "places": [
        {"id": "the-tool", "kind": "tool", "says": "the tool that talks to the bootloader"},
        {"id": "the-ring", "kind": "file", "says": "the recovery that is started"},
    ],
    "steps": [
        {"id": "agree", "action": "connect", "confirm": True, "prose": "Look at the-ring."},
        {"id": "go", "action": "enter", "mode": "bootloader", "by": "command"},
        {"id": "seen", "action": "see-phone", "tool": "the-tool"},
        {
            "id": "which",
            "action": "branch",
            "on": "variant is M6",
            "ask": "Is it M6?",
            "then": [{"id": "ring", "action": "boot-once", "file": "the-ring"}],
        },
    ],
}
GIVEN = {"the-tool": "lotse", "the-ring": "rettungsring"}


def passage(**change: Any) -> Passage:
    return Passage.model_validate({**REACH, **change})


def taking(of: Bundle, taken: Passage, given: dict[str, str], row: str = "reach") -> Bundle:
    """The guide with the row that takes the passage before its third step."""
    plain = body_of(of.guide)
    plain["steps"].insert(2, use_of(taken, row, given))
    return replace(of.with_guide(Guide.model_validate(plain)), passages=(taken,))


def test_a_guide_that_takes_a_passage_is_read_back_and_holds_its_steps_once() -> None:
    made = taking(INSTALL, passage(), GIVEN)
    assert check_bundle(made) == []
    files = write_bundle(made)
    assert b"reach-agree" not in files["guide.yaml"]
    assert "passages/reach-bootloader.yaml" in files
    assert not [name for name in files if name.startswith("prose/reach-")]
    again = read_bundle(files)
    assert again.fingerprint == made.fingerprint
    named = {step.id: step for step in actions_of(again.guide)}
    assert named["reach-seen"].tool_id() == "lotse"
    assert named["reach-ring"].used_files() == ("rettungsring",)
    # A text that has the word of a place in it is only a text.
    assert named["reach-agree"].prose == "Look at the-ring."


def test_it_is_proved_as_the_steps_written_out() -> None:
    made = taking(INSTALL, passage(), GIVEN)
    plain = body_of(made.guide)
    plain["steps"][2:3] = plain["steps"][2]["steps"]
    bare = INSTALL.with_guide(Guide.model_validate(plain))

    def told(of: Bundle) -> list[Any]:
        proof = prove(of)
        found = [(f.id, f.step, f.phones.count if f.phones else 0) for f in proof.findings]
        slips = Counter(slip.kind for slip in find_slips(run_bundle(of, Budget())))
        return [*sorted(found), proof.promises, slips]

    assert told(made) == told(bare)
    sheet = build_sheet(made, prove(made))
    row = next(r for r in sheet.rows if r.id == "reach")
    assert row.sentence == "Bring the phone into the bootloader"
    inside = {r.id: r.depth for r in sheet.rows[2:7]}
    assert inside == {
        "reach": 0, "reach-agree": 1, "reach-go": 1, "reach-seen": 1, "reach-which": 1,
    }  # fmt: skip


@pytest.mark.parametrize("codename", ["palstek", "schotstek"])
def test_one_passage_of_a_maker_serves_several_codenames(codename: str) -> None:
    of = demo_bundle(codename, "wattlaeufer-tidewerk")
    reach = passage(places=REACH["places"][:1], steps=REACH["steps"][:3])
    made = taking(of, reach, {"the-tool": "lotse"})
    assert check_bundle(made) == []
    assert reach.is_for(codename, of.device.maker)
    assert not reach.is_for("poller", "Nordmole")


def test_what_a_passage_says_of_codenames_is_decided_as_in_the_guide() -> None:
    whole = read_bundle(bundle_files("palstek", "wattlaeufer-tidewerk"))
    only = {
        "id": "only",
        "action": "branch",
        "on": "codename is palstek",
        "ask": "Is it a palstek?",
        "then": [{"id": "hot", "action": "charge"}],
    }
    reach = passage(places=[], steps=[REACH["steps"][0], only])
    made = taking(whole, reach, {})
    assert check_bundle(made) == []
    for codename, ids in (("palstek", ["agree", "hot"]), ("schotstek", ["agree"])):
        mine = made.for_codename(codename)
        assert check_bundle(mine) == []
        [row] = [r.step for r in rows_of(mine.guide) if isinstance(r.step, UsePassage)]
        assert [step.id for step in row.steps] == [f"reach-{name}" for name in ids]
    alone = taking(whole, passage(places=[], steps=[only]), {})
    assert alone.for_codename("schotstek").passages == ()
    assert check_bundle(alone.for_codename("schotstek")) == []


def test_what_was_changed_within_a_passage_is_refused_and_never_lost_unseen() -> None:
    made = taking(INSTALL, passage(), GIVEN)
    plain = body_of(made.guide)
    plain["steps"][2]["steps"][0]["sight"] = "A word that is only here"
    reached = write_bundle(made.with_guide(Guide.model_validate(plain)))
    assert b"A word that is only here" in reached["guide.yaml"]
    with pytest.raises(InvalidBundle, match="not the steps of the passage"):
        read_bundle(reached)


# What is wrong with a guide that takes a passage, and what is said: changes of the row's fields.
WRONG: list[tuple[dict[str, Any], str]] = [
    ({"given": {"the-tool": "lotse"}}, "the-ring is not given: the recovery that is started"),
    ({"given": {**GIVEN, "another": "x"}}, "has no place another"),
    ({"given": {**GIVEN, "the-tool": "No Id"}}, "what is given does not fit"),
    ({"passage": "unknown"}, "the bundle has no passage unknown"),
    ({"steps": []}, "these are not the steps of the passage reach-bootloader"),
    ({"says": "Otherwise"}, "these are not the steps"),
]


@pytest.mark.parametrize(("change", "says"), WRONG)
def test_what_does_not_fit_a_passage_is_told(change: dict[str, Any], says: str) -> None:
    made = taking(INSTALL, passage(), GIVEN)
    plain = body_of(made.guide)
    plain["steps"][2] |= change
    told = check_bundle(made.with_guide(Guide.model_validate(plain)))
    assert says in " ".join(each.message for each in told)


def test_a_bundle_says_where_a_passage_is_missing_or_left_over() -> None:
    files = write_bundle(taking(INSTALL, passage(), GIVEN))
    without = {n: c for n, c in files.items() if not n.startswith("passages/")}
    with pytest.raises(InvalidBundle, match=r"guide.yaml, line \d+: steps.passage: the bundle has"):
        read_bundle(without)
    alone = write_bundle(INSTALL) | {n: c for n, c in files.items() if n.startswith("passages/")}
    with pytest.raises(InvalidBundle, match="no row of the guide takes it"):
        read_bundle(alone)


def test_a_passage_that_changed_changes_a_guide_only_where_it_is_taken_up() -> None:
    made = taking(INSTALL, passage(), GIVEN)
    later = passage(title="Reach it", steps=REACH["steps"][:3], places=REACH["places"][:1])
    assert check_bundle(replace(made, passages=(later,))) != []
    taken_up = replace(made.with_guide(with_passages(made.guide, [later])), passages=(later,))
    assert check_bundle(taken_up) == []
    [row] = [r.step for r in rows_of(taken_up.guide) if isinstance(r.step, UsePassage)]
    assert (row.says, row.given, len(row.steps)) == ("Reach it", {"the-tool": "lotse"}, 3)
    # Taken up again, nothing moves.
    assert with_passages(taken_up.guide, [later]) == taken_up.guide


REFUSED: list[tuple[dict[str, Any], str]] = [
    ({"codename": "palstek"}, "not for both"),
    ({"places": REACH["places"] * 2}, "stands twice"),
    # A file called as a partition, a mode or a field is: each word of a step is its own.
    *[
        ({"places": [{"id": i, "kind": "file", "says": "x"}]}, "begins with 'the-'")
        for i in ("radio", "recovery", "file")
    ],
    ({"steps": [use_of(passage(), "x", GIVEN)]}, "cannot hold another"),
    ({"steps": []}, "at least 1"),
]


@pytest.mark.parametrize(("change", "says"), REFUSED)
def test_what_is_no_passage_is_refused(change: dict[str, Any], says: str) -> None:
    with pytest.raises(ValueError, match=says):
        passage(**change)
