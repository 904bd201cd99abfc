"""One phone, set up by hand, on which a test tries a step or a start."""

from typing import Any

from anleitung.core.diagrams.one import OneStart
from anleitung.core.diagrams.space import Value
from anleitung.core.diagrams.subject import Ended
from anleitung.core.guide.bundle import Bundle
from anleitung.core.proof.run.compile import compile_bundle
from tests.core.proof.random_guides import STEP

# Short names for what most tests change.
UNLOCKED = {"bootloader": "unlocked"}
IN_BOOTLOADER = {"mode": "bootloader", "link": "cable"}
IN_RETTUNGSRING = {"mode": "recovery", "running": "rettungsring", "temporary": "running"}


def phone(bundle: Bundle, start: dict[str, str] | None = None, **slots: Value) -> OneStart:
    """The usual phone with some start facts and then some slots changed.

    A dot in a slot name is written as two underscores: host__rettungsring="checked".
    """
    _, procedure = compile_bundle(bundle)
    space = procedure.space
    facts = {fact.name: fact.default for fact in space.facts} | (start or {})
    state = {slot: space.at(node, facts) for slot, node in procedure.start.items()}
    for name, value in slots.items():
        slot = name.replace("__", ".").replace("_", "-") if name not in state else name
        assert slot in state, slot
        state[slot] = value
    return OneStart(state)


def take(view: OneStart, bundle: Bundle, **fields: Any) -> str:
    """Runs one step; the finding that ended the phone, or ""."""
    step = STEP.validate_python({"id": "it", **fields})
    try:
        step.run(view, bundle.world)
    except Ended as ended:
        return ended.finding
    return ""


def with_slots(view: OneStart, slots: dict[str, Value]) -> OneStart:
    assert slots.keys() <= view.state.keys(), slots.keys() - view.state.keys()
    view.state.update(slots)
    return view
