"""What is remembered of a step is what the step does."""

from dataclasses import replace
from random import Random

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from anleitung.core.diagrams.one import run_from
from anleitung.core.diagrams.remembered import Remembered
from anleitung.core.diagrams.space import FactKind
from anleitung.core.routes.moves import Memory
from anleitung.core.routes.run import Leg, take
from tests.core.routes.test_routes import ground, some_phone


@pytest.mark.parametrize("codename", ["palstek", "schotstek", "poller"])
@settings(max_examples=12)
@given(seed=st.integers(0, 10_000))
def test_a_phone_that_answers_as_an_earlier_one_is_done_the_same_to(
    codename: str, seed: int
) -> None:
    """Each phone goes through two guides, beside the steps themselves, with one memory for all."""
    on, random = ground(codename), Random(seed)
    for move in random.sample(on.moves, k=3):
        memory = Remembered(move.steps)
        for _again in range(4):
            phone = {
                f.name: random.choice(f.values) if random.random() < 0.2 else f.default
                for f in on.space.facts
                if f.kind is not FactKind.OPTION
            }
            begun = on.enter(move, on.state_of(phone), phone)
            for state in (begun, run_from(move.steps, begun).states[-1]):
                mine, theirs = memory.run_from(state), run_from(move.steps, state)
                assert mine.states == theirs.states
                assert (mine.findings, mine.ended) == (theirs.findings, theirs.ended)
                assert mine.concerned == theirs.concerned


@pytest.mark.parametrize("codename", ["palstek", "schotstek", "poller"])
@settings(max_examples=12)
@given(seed=st.integers(0, 10_000))
def test_a_leg_is_the_same_with_and_without_what_is_remembered(codename: str, seed: int) -> None:
    """Whatever was chosen before, on whatever phone, and where two guides are gone through."""
    on, random = ground(codename), Random(seed)
    for _again in range(3):
        # Also one that differs from the usual one in what perhaps only an admission asks.
        fact = random.choice([f for f in on.space.facts if f.kind is FactKind.PHONE])
        near = on.phone({}) | {fact.name: random.choice(fact.values)}
        phones = [on.phone({}), some_phone(on, random), near]
        phone = random.choice([p for p in phones if on.space.at(on.possible, p) is True])
        state = on.state_of(phone)
        for move in (*random.sample(on.moves, k=3), *on.moves):
            leg = take(on, move, state, phone)
            assert leg == take(on, replace(move, memory=Memory()), state, phone)
            if isinstance(leg, Leg):
                state = leg.after
                break


def test_a_step_is_run_once_for_phones_that_differ_in_what_it_does_not_ask() -> None:
    on = ground("palstek")
    (move,) = (m for m in on.moves if m.name == "unlock")
    ran: list[str] = []

    def counting(step):  # type: ignore[no-untyped-def]
        def act(view):  # type: ignore[no-untyped-def]
            ran.append(step.id)
            step.act(view)

        return type(step)(step.id, act, step.guards)

    memory = Remembered(tuple(counting(step) for step in move.steps))
    for region in ("KU", "BI", "HO"):
        phone = on.phone({"region": region, "base": f"PS-12.4.7-{region}.r3"})
        memory.run_from(on.enter(move, on.state_of(phone), phone))
    first = ran.index(move.steps[-1].id) + 1
    assert len(set(ran[:first])) == first
    assert len(ran) < 2 * first
