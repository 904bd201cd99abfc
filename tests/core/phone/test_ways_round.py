"""Sticks, copies made by a recovery, questions within a step, what a step expects, mixed sets."""

from typing import Any, get_args

import pytest

from anleitung.core.diagrams.run import Budget
from anleitung.core.documents.question import Apart, Within
from anleitung.core.guide.check_bundle import check_bundle
from anleitung.core.phone.actions import ACTIONS, name_of
from anleitung.core.proof.prove import prove
from anleitung.core.proof.rehearse.slips import find_slips
from anleitung.core.proof.run.compile import run_bundle
from tests.core.proof.small import CHARGE, FORMAT, GET, IN_RING, INSTALL, RESTART, Step, small

RING: dict[str, Any] = {"id": "rettungsring", "name": "Rettungsring", "kind": "recovery"}
NO_STICK = [{"way": "stick", "because": "it is read too slowly"}]
STICK = {"action": "place", "file": "wattlaeufer", "to": "stick"}
FROM_STICK = INSTALL | {"source": "stick"}
COPY = {"action": "back-up", "what": ["media"], "by": "recovery", "kept": "card", "checked": True}
BACK = {"action": "restore", "what": ["media"]}
ASKS: dict[str, Any] = {
    "id": "sure",
    "after": "format-data",
    "ask": "Type yes to go on",
    "answers": [
        {"id": "yes", "says": "yes", "does": "goes-on"},
        {"id": "no", "says": "back", "does": "stays"},
        {"id": "out", "says": "restart", "does": "starts"},
    ],
}
BY_ITSELF = ASKS | {"usual": "no", "seconds": 20}


def found(*steps: Step, **setting: Any) -> list[tuple[str, str]]:
    """Stops and warnings, by step."""
    proof = prove(small(*steps, **setting))
    return [(f.id, f.step) for f in proof.findings if f.severity != "note"]


def ring(**more: Any) -> dict[str, Any]:
    return {"programs": [RING | more]}


# (name, steps, setting, finding and step that are to be there, "" for none of the kind)
STORIES: list[tuple[str, tuple[Step, ...], dict[str, Any], tuple[str, str]]] = [
    (
        "a stick that the recovery reads",
        (GET, STICK, CHARGE, *IN_RING[2:], FORMAT, FROM_STICK, RESTART),
        ring(reads_stick=True),
        ("storage-not-readable", ""),
    ),
    (
        "a stick that it does not read",
        (GET, STICK, CHARGE, *IN_RING[2:], FORMAT, FROM_STICK, RESTART),
        ring(),
        ("storage-not-readable", "s8"),
    ),
    (
        "a file that must not come on a stick",
        (GET, STICK, CHARGE, *IN_RING[2:], FORMAT, FROM_STICK, RESTART),
        {**ring(reads_stick=True), "packages": {"wattlaeufer": {"forbidden": NO_STICK}}},
        ("forbidden-way", "s8"),
    ),
    (
        "nothing on the stick",
        (GET, CHARGE, *IN_RING[2:], FORMAT, FROM_STICK, RESTART),
        ring(reads_stick=True),
        ("file-not-on-storage", "s7"),
    ),
    (
        "the stick takes the port, so that nothing is sideloaded after it",
        (GET, STICK, CHARGE, *IN_RING[2:], FORMAT, FROM_STICK, INSTALL, RESTART),
        ring(reads_stick=True),
        ("no-link", "s9"),
    ),
    (
        "a copy by a recovery outlives the wipe on the card",
        (*IN_RING, COPY, FORMAT, INSTALL, BACK, RESTART),
        {**ring(copies=["media"]), "loses": ["apps"]},
        ("undeclared-loss", ""),
    ),
    (
        "and one on the phone itself does not",
        (*IN_RING, COPY | {"kept": "phone"}, FORMAT, INSTALL, RESTART),
        {**ring(copies=["media"]), "loses": ["apps"]},
        ("undeclared-loss", "s7"),
    ),
    (
        "a recovery that copies apps only",
        (*IN_RING, COPY, FORMAT, INSTALL, RESTART),
        ring(copies=["apps"]),
        ("recovery-does-not-copy", "s6"),
    ),
    (
        "a question within a step, answered",
        (*IN_RING, FORMAT | {"answered": "yes"}, INSTALL, RESTART),
        {"device": {"questions": [ASKS]}},
        ("data-of-another-system", ""),
    ),
    (
        "left alone it waits for ever",
        (*IN_RING, FORMAT, INSTALL, RESTART),
        {"device": {"questions": [ASKS]}},
        ("question-unanswered", "s6"),
    ),
    (
        "or is answered by its own clock, and nothing is done",
        (*IN_RING, FORMAT, INSTALL, RESTART),
        {"device": {"questions": [BY_ITSELF]}},
        ("data-of-another-system", "s8"),
    ),
    (
        "an answer that starts the system",
        (*IN_RING, FORMAT | {"answered": "out"}, INSTALL, RESTART),
        {"device": {"questions": [ASKS]}},
        ("wrong-mode", "s7"),
    ),
    (
        "an answer where nothing is asked",
        (*IN_RING, FORMAT | {"answered": "yes"}, INSTALL, RESTART),
        {},
        ("nothing-asked", "s6"),
    ),
    (
        "root that a step expects",
        ({"action": "switch", "setting": "debugging", "to": "on", "expects": "winde"},),
        {"programs": [{"id": "winde", "name": "Winde", "kind": "root"}]},
        ("expected-not-there", "s1"),
    ),
    (
        "an add-on that a step expects",
        (*IN_RING, FORMAT, INSTALL, RESTART | {"expects": "beiboot-mini"}),
        {},
        ("expected-not-there", "s8"),
    ),
    (
        "a file of the set that a step expects, and that was installed",
        (*IN_RING, FORMAT, INSTALL, RESTART, CHARGE | {"expects": "wattlaeufer"}),
        {},
        ("expected-not-there", ""),
    ),
]


@pytest.mark.parametrize(("name", "steps", "setting", "wanted"), STORIES)
def test_it_is_as_it_would_be(
    name: str, steps: tuple[Step, ...], setting: dict[str, Any], wanted: tuple[str, str]
) -> None:
    finding, step = wanted
    assert [at for each, at in found(*steps, **setting) if each == finding] == [step][: bool(step)]


def test_a_set_may_hold_an_image_for_the_other_slot() -> None:
    images = [
        {"partition": "radio", "file": "radio-m6"},
        {"partition": "firmware", "file": "firmware-m6", "where": "other"},
    ]
    whole = small(*IN_RING[:4], {"action": "flash-set", "images": images}, RESTART)
    run = run_bundle(whole, Budget()).run
    before, after = run.states[4], run.states[5]
    changed = {
        slot for slot in before if slot.endswith(".package") and before[slot] is not after[slot]
    }
    assert changed == {"cur.radio.package", "other.firmware.package"}


# What is done on the computer alone, or is itself what a reader sees, answers or says.
NOT_ASKED = {"answer", "by-hand", "check", "clear-link", "install-driver", "obtain", "rename"}
NOT_ASKED |= {"see-phone", "unpack", "wait"}


def test_the_phone_may_ask_at_every_act_on_it() -> None:
    asked = {name.partition(".")[0] for name in (*get_args(Apart), *get_args(Within))}
    assert asked | NOT_ASKED == {name_of(action) for action in ACTIONS}
    assert not asked & NOT_ASKED


def test_photos_from_the_computer_are_brought_back_by_any_recovery() -> None:
    copy = COPY | {"by": "system", "kept": "host"}
    apps = copy | {"what": ["apps"]}
    for made, back, stopped in ((copy, BACK, False), (apps, BACK | {"what": ["apps"]}, True)):
        told = found(made, *IN_RING, FORMAT, back, INSTALL, RESTART, **ring())
        assert ("recovery-does-not-copy" in {each for each, _ in told}) is stopped


def test_other_answers_are_slips_of_the_step() -> None:
    steps = (*IN_RING, FORMAT | {"answered": "yes"}, INSTALL, RESTART)
    slips = find_slips(run_bundle(small(*steps, device={"questions": [ASKS]}), Budget()))
    says = [s.says for s in slips if s.at == 5 and s.kind == "other"]
    assert [s for s in says if "instead" in s] == [
        "“back” is answered instead",
        "“restart” is answered instead",
    ]


@pytest.mark.parametrize(
    ("change", "says"),
    [
        ({"expects": "rettungsrink"}, "no program or file of the guide is called rettungsrink"),
        ({"answered": "maybe"}, "answers are yes, no, out"),
    ],
)
def test_a_name_that_stands_for_nothing_is_told(change: dict[str, Any], says: str) -> None:
    bundle = small(*IN_RING, FORMAT | change, device={"questions": [ASKS]}, **ring())
    assert [says in each.message for each in check_bundle(bundle)] == [True]
