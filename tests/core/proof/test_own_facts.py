"""Facts that documents declare: asked, switched, set by what happens, seen, hidden."""

from typing import Any

import pytest

from anleitung.core.diagrams.run import Budget
from anleitung.core.guide.check_bundle import check_bundle
from anleitung.core.proof.prove import prove
from anleitung.core.proof.run.compile import run_bundle
from tests.core.proof.small import CHARGE, FORMAT, GET, IN_RING, OPEN, RESTART, Step, small, told

CARD: dict[str, Any] = {
    "id": "card",
    "says": "memory card",
    "values": ["in", "out"],
    "switch": "Settings, Storage, Take out",
    "seen": {
        "modes": ["system"],
        "where": "Settings, Storage, third line",
        "line": "Card: 64 GB",
        "alike": [{"line": "Card room: 64 GB", "means": "the room of the phone itself"}],
    },
}


def check(that: str) -> Step:
    return {"action": "check", "that": that, "ask": "Is it so?", "id": "seen"}


def of(*steps: Step, fact: dict[str, Any], admission: str = OPEN, promise: str = "always") -> Any:
    return small(*steps, device={"facts": [fact]}, admission=admission, promise=promise)


EVENTS = [
    ("wipe", (*IN_RING, FORMAT)),
    ("restart", (GET, CHARGE, RESTART)),
    ("set-up", (*IN_RING, FORMAT, RESTART, {"action": "set-up"})),
]


@pytest.mark.parametrize(("event", "steps"), EVENTS, ids=[e for e, _ in EVENTS])
def test_what_happens_sets_it(event: str, steps: tuple[Step, ...]) -> None:
    never = {**CARD, "values": ["out", "in"]}
    fact = {**never, "set_by": [{"by": event, "to": "in"}]}
    admitted = f"{OPEN} and own.card is out"
    kept = ("promise-not-kept", "end")
    assert kept not in told(of(*steps, fact=fact, admission=admitted, promise="own.card is in"))
    assert kept in told(of(*steps, fact=never, admission=admitted, promise="own.card is in"))


def test_it_is_switched_like_any_other() -> None:
    steps = ({"action": "switch", "setting": "own.card", "to": "out"},)
    assert ("promise-not-kept", "end") not in told(of(*steps, fact=CARD, promise="own.card is out"))
    assert ("promise-not-kept", "end") in told(of(CHARGE, fact=CARD, promise="own.card is out"))


def test_it_is_asked_only_where_it_is_seen() -> None:
    asked = check("own.card is in")
    assert ("check-misleads", "seen") not in told(of(asked, fact=CARD))
    assert ("check-misleads", "seen") in told(of(*IN_RING, asked, fact=CARD))


def test_a_look_alike_is_a_slip_of_the_check() -> None:
    made = of(check("own.card is in"), fact=CARD)
    [(says, other)] = made.guide.steps[0].done_otherwise(made.world)
    assert "Card room" in says
    assert str(other.that) == "always"


def test_what_nobody_can_know_is_tried_both_ways() -> None:
    """Of a hidden fact no phone counts twice, and its promise fails on one of the ways."""
    hidden = of(CHARGE, fact={**CARD, "hidden": True}, promise="own.card is in")
    assert ("promise-not-kept", "end") in told(hidden)
    starts = [prove(small(CHARGE)), prove(hidden), prove(of(CHARGE, fact=CARD))]
    assert [proof.phones.starts // starts[0].phones.starts for proof in starts] == [1, 1, 2]


WRONG = [
    ({"action": "switch", "setting": "own.cart", "to": "out"}, "own.card"),
    ({"action": "switch", "setting": "own.card", "to": "off"}, "in, out"),
    ({"action": "by-hand", "says": "x", "sets": {"own.cart": "in"}}, "own.card"),
    ({"action": "check", "that": "own.card is off", "ask": "x"}, "in"),
    ({"action": "check", "that": "own.cart is in", "ask": "x"}, "own.card"),
]


@pytest.mark.parametrize(("step", "near"), WRONG, ids=[str(n) for n in range(len(WRONG))])
def test_a_name_or_value_that_nobody_declared_is_refused_with_the_near_ones(
    step: Step, near: str
) -> None:
    [fault] = check_bundle(of(step, fact=CARD))
    assert near in fault.message


def test_a_declared_fact_named_like_another_is_refused() -> None:
    with pytest.raises(ValueError, match="listed twice"):
        small(CHARGE, device={"facts": [CARD, CARD]})


RING = {
    "id": "rettungsring",
    "kind": "recovery",
    "words": [
        {"says": "Take out", "does": "nothing", "sets": {"own.card": "out"}},
        {"says": "Leave", "does": "nothing"},
    ],
}


@pytest.mark.parametrize(("word", "kept"), [("Take out", True), ("Leave", False)])
def test_a_word_of_a_menu_sets_it(word: str, kept: bool) -> None:
    made = small(
        *IN_RING,
        {"action": "menu", "word": word},
        device={"facts": [CARD]},
        programs=(RING,),
        admission=f"{OPEN} and own.card is in",
        promise="own.card is out",
    )
    assert (("promise-not-kept", "end") not in told(made)) == kept


@pytest.mark.parametrize(("value", "kept"), [("out", True), ("in", False)])
def test_a_step_by_hand_sets_it(value: str, kept: bool) -> None:
    step = {"action": "by-hand", "says": "Take the card out", "sets": {"own.card": value}}
    made = of(step, fact=CARD, admission=f"{OPEN} and own.card is in", promise="own.card is out")
    assert (("promise-not-kept", "end") not in told(made)) == kept


def test_a_fact_of_a_program_has_the_program_in_its_name() -> None:
    """And is another one than that of the codename with the same id."""
    program = {"id": "winde", "kind": "manager", "facts": [CARD]}
    made = small(CHARGE, device={"facts": [CARD]}, programs=(program,))
    assert set(made.world.own) == {"own.card", "own.winde.card"}
    assert {"own.card", "own.winde.card"} <= set(made.world.vocabulary)


def test_a_fact_of_another_system_differs_only_where_that_one_runs() -> None:
    quiet = {"id": "quiet", "says": "Quiet mode", "values": ["off", "on"], "switch": "Settings"}
    systems = [{"id": "wattlaeufer", "name": "Wattläufer", "platforms": [13], "facts": [quiet]}]
    name = "own.wattlaeufer.quiet"
    either = "bootloader is unlocked and update is none"
    bundle = small(CHARGE, device={"other_systems": systems}, admission=either)
    assert name in bundle.world.vocabulary
    compiled = run_bundle(bundle, Budget())
    space, admitted = compiled.procedure.space, compiled.procedure.admitted
    on = space.both(admitted, space.where(space.var(name), "on"))
    assert set(space.leaves_within(space.var("system"), on)) == {"wattlaeufer"}
    faults = check_bundle(
        small(CHARGE, device={"other_systems": systems}, admission=f"{name} is loud")
    )
    assert [f"{name} is never" in fault.message for fault in faults] == [True]
