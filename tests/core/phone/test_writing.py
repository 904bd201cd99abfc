"""The gate for writing: every cell of its matrix says something, and what it says is so."""

from typing import Any

import pytest

from anleitung.core.phone.entry import ENTRY
from anleitung.core.phone.ways import WAYS
from anleitung.core.phone.writing import QUESTIONS, Cell, Question, Way
from anleitung.core.proof.findings.catalogue import BY_ID
from scripts.generate_docs import clause_reasons
from tests.core.phone.walk import phone, take, with_slots
from tests.core.proof.small import STOCK, extra, small

RADIO = {"family": "stock", "build": "PS-12.4.7-KU.r3", "signer": "maker"}
RING = {"mode": "recovery", "running": "rettungsring", "temporary": "running", "link": "cable"}
IN_LOADER = {"mode": "bootloader", "link": "cable", "bootloader": "unlocked"}
HOST, PHONE = {"host.it": "checked"}, {"internal.it": "there"}
WINDE = {"id": "winde", "kind": "helper-app", "makes_room": True}
ROOTED = {"app.winde": "active", "granted.winde": "yes", "cur.ramdisk.root": "present"}
ROOM = {"app.winde": "active", "second.state": "empty", "second.size": 2**30}

# way → step, state in which it works
TAKEN: dict[str, tuple[dict[str, Any], dict[str, Any]]] = {
    "flash": ({"action": "flash", "partition": "radio", "file": "it"}, IN_LOADER | HOST),
    "flash-set": (
        {"action": "flash-set", "images": [{"partition": "radio", "file": "it"}]},
        IN_LOADER | HOST,
    ),
    "window": (
        {"action": "write-window", "tool": "schleuse", "files": {"modem": "it"}},
        {"mode": "download", "link": "cable", "bootloader": "unlocked"} | HOST,
    ),
    "install": (
        {"action": "install", "file": "it", "source": "sideload"},
        RING | HOST | {"bootloader": "unlocked"},
    ),
    "add-on": ({"action": "install", "file": "it", "source": "sideload"}, RING | HOST),
    "from-system": (
        {"action": "write-from-system", "program": "winde", "partition": "radio", "file": "it"},
        ROOTED | PHONE,
    ),
    "keep": ({"action": "keep-recovery"}, RING | {"bootloader": "unlocked"}),
    "second": (
        {"action": "second", "program": "winde", "does": "install", "file": "it"},
        ROOM | PHONE,
    ),
}
# question → how the package differs, what differs in the state, what differs in the step
SPOILT: dict[str, tuple[dict[str, Any], dict[str, Any], dict[str, Any]]] = {
    "at hand": ({}, {"host.it": "absent", "internal.it": "absent"}, {}),
    "name": ({"naming": {"rule": "fixed", "fixed": "u.zip", "because": "w"}}, {}, {}),
    "packed": ({"unpack": "before"}, {}, {}),
    "unique": ({"writes": ["calibration"]}, {}, {"partition": "calibration"}),
    "place": ({"writes": ["firmware"]}, {}, {}),
    "recovery": ({"refused_by": ["rettungsring"]}, {}, {}),
    "processor": ({"processors": ["other"]}, {}, {}),
    "region": ({"regions": ["BI"]}, {}, {}),
    "slots": ({"slots": "single"}, {}, {}),
    "demands": ({"demands": "variant is K6"}, {}, {}),
    "predecessor": ({"exact_base": "PS-12.4.7-KU.r3"}, {"cur.radio.changed": "root"}, {}),
    "signer": ({}, {"bootloader": "locked", "running": "stock"}, {}),
    "settled": ({}, {"unsettled": "boot"}, {}),
    "power": ({}, {"battery": "low"}, {}),
    "in time": ({"before_first_start": True}, {}, {}),
    "mounted": ({"needs_mounted": ["radio"]}, {}, {}),
    "described": ({"content": None, "writes": []}, {}, {}),
    "size": ({"size": 9_000_000}, {}, {}),
}
CELLS = [
    (way, question)
    for way in WAYS
    for question in QUESTIONS
    if way.answers[question.id] in (Cell.ASKS, Cell.TELLS)
]


def found(way: Way, question: Question | None) -> set[str]:
    """What the step says of a file that is as it should be but for one question."""
    change, slots, fields = SPOILT[question.id] if question else ({}, {}, {})
    role = {"add-on": "add-on", "install": "system", "second": "system"}.get(way.id, "firmware")
    more: dict[str, Any] = {"writes": ["radio"], "variants": ["M6"], **change}
    content = more.pop("content", STOCK if role == "system" else RADIO)
    if question is not None and question.id == "signer":
        content = content | {"signer": "other"}
    if way.id == "window" and question is not None and question.id == "unique":
        fields = {"files": {"free": "it"}}
    if way.id == "flash-set" and question is not None and question.id == "unique":
        fields = {"images": [{"partition": "calibration", "file": "it"}]}
    it = extra("it", role, content, **more)
    made = small(
        {"action": "charge"},
        files=(it,),
        device={"layout.system_slots": 1},
        modes=("bootloader", "recovery", "download", "emergency"),
        partitions={"radio": {"size": 5_000_000}},
        programs=(WINDE, {"id": "rettungsring", "kind": "recovery", "mounts": False}),
        tools=("schleuse",),
    )
    step, ready = TAKEN[way.id]
    own = {k: v for k, v in fields.items() if k in step}
    if way.id == "keep":
        slots = {name: value for name, value in slots.items() if name != "running"}
    view = with_slots(phone(made, {}), {"battery": "high", **ready, **slots})
    ended = take(view, made, **{**step, **own})
    return {finding for finding, _subject in view.found} | ({ended} if ended else set())


@pytest.mark.parametrize("way", WAYS, ids=lambda w: w.id)
def test_no_cell_is_empty(way: Way) -> None:
    assert set(way.answers) == {question.id for question in QUESTIONS}
    for answer in way.answers.values():
        assert isinstance(answer, Cell) or len(answer) > 10


@pytest.mark.parametrize("way", WAYS, ids=lambda w: w.id)
def test_a_file_that_is_as_it_should_be_is_taken(way: Way) -> None:
    assert found(way, None) == set()


@pytest.mark.parametrize(("way", "question"), CELLS, ids=lambda each: each.id)
def test_what_the_cell_says_is_so(way: Way, question: Question) -> None:
    assert found(way, question) & set(question.findings)


def test_what_is_found_later_is_what_the_entry_rules_find() -> None:
    reasons = {f for rules in ENTRY.values() for c in rules for _, f in clause_reasons(c.__name__)}
    for question in QUESTIONS:
        asked = any(way.answers[question.id] is Cell.LATER for way in WAYS)
        assert bool(question.later) == asked
        assert set(question.later) <= reasons
        assert set(question.findings) <= set(BY_ID)
