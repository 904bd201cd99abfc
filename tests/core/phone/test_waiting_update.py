"""An update that waits for the next restart: whatever leaves the system takes it."""

from typing import Any

import pytest

from anleitung.core.diagrams.run import Budget
from anleitung.core.proof.run.compile import run_bundle
from tests.core.phone.walk import phone, take
from tests.core.proof.random_guides import small_base
from tests.core.proof.small import CHARGE, CHORD, PLUG, RESTART, small, told

BASE = small_base()
OLD, NEW = "PS-12.4.1-KU.r2", "PS-12.4.7-KU.r3"
READY = {"base": OLD, "other-base": NEW, "update": "ready"}


@pytest.mark.parametrize(
    ("step", "update"),
    [
        ({"action": "restart"}, "none"),
        ({"action": "enter", "mode": "bootloader", "by": "chord"}, "waiting"),
        ({"action": "power-off"}, "waiting"),
    ],
)
def test_whatever_leaves_the_system_takes_it(step: dict[str, Any], update: str) -> None:
    view = phone(BASE, READY)
    assert take(view, BASE, **step) == ""
    state = view.state
    assert (state["slot"], state["update"]) == ("b", update)
    assert (state["cur.system.build"], state["cur.radio.build"]) == (NEW, NEW)
    assert state["other.system.build"] == OLD
    assert "screen-lock-left-on" not in dict(view.found)


def test_a_newer_one_that_is_taken_by_hand_makes_it_go() -> None:
    view = phone(BASE, READY)
    assert take(view, BASE, action="take-update", to=NEW) == ""
    assert (view.state["slot"], view.state["update"]) == ("b", "none")
    assert view.state["other.system.build"] == OLD


# An open phone that shows an old base, whatever waits in its other slot.
SHOWS_OLD = (
    f"bootloader is unlocked and base is {OLD} and system is stock and update is not waiting"
)


def test_it_lies_in_the_other_slot_and_is_newer() -> None:
    compiled = run_bundle(small(CHARGE, admission=SHOWS_OLD), Budget())
    space, admitted = compiled.procedure.space, compiled.procedure.admitted
    ready = space.both(admitted, space.where(space.var("update"), "ready"))
    beside = set(space.leaves_within(space.var("other-base"), ready))
    assert NEW in beside
    assert OLD not in beside
    assert all(build > OLD for build in beside)


def test_a_guide_that_asks_for_none_does_not_meet_it() -> None:
    """The base that was read before the first restart is not the one after it."""
    steps = (
        CHARGE,
        PLUG,
        CHORD,
        RESTART,
        {"action": "check", "that": f"base is {OLD}", "ask": "?"},
    )
    open_to_all = told(small(*steps, admission=SHOWS_OLD))
    asked = told(small(*steps, admission=f"{SHOWS_OLD} and update is none"))
    assert ("last-check-turns-away", "s5") in open_to_all
    assert ("last-check-turns-away", "s5") not in asked


def test_writing_to_the_other_slot_breaks_it() -> None:
    view = phone(BASE, READY | {"bootloader": "unlocked"})
    for step in ({"action": "obtain", "files": ["radio-m6"], "verify": True}, PLUG):
        assert take(view, BASE, **step) == ""
    view.state["mode"] = "bootloader"  # nothing left the system on the way there
    flash = {"action": "flash", "partition": "radio", "file": "radio-m6", "where": "other"}
    assert take(view, BASE, **flash) == ""
    assert view.state["update"] == "broken"
