"""Law 2: running again after an edit, also twice in a row, equals running everything anew."""

from dataclasses import replace

import pytest
from hypothesis import Phase, example, given, settings
from hypothesis import strategies as st

from anleitung.core.diagrams import rerun as engine
from anleitung.core.diagrams.rerun import Before, run_again
from anleitung.core.diagrams.run import Budget, CompiledStep, Procedure, Run, run_all
from anleitung.core.diagrams.space import Node, Space
from anleitung.core.diagrams.subject import same_value
from tests.core.diagrams.generated import Act, make_procedure, steps

edits = st.tuples(
    st.sampled_from(("drop", "repeat", "swap", "replace", "insert")), st.integers(0, 30), steps
)


def edited(
    made: tuple[CompiledStep, ...], edit: tuple[str, int, tuple[CompiledStep, ...]]
) -> tuple[CompiledStep, ...]:
    how, where, others = edit
    at = where % (len(made) + 1)
    new = tuple(replace(step, id=f"new-{step.id}") for step in others[:1])
    if how == "insert" or at == len(made):
        return (*made[:at], *new, *made[at:])
    if how == "drop":
        return (*made[:at], *made[at + 1 :])
    if how == "repeat":
        return (*made[: at + 1], made[at], *made[at + 1 :])
    if how == "swap":
        return (*made[:at], *made[at + 1 : at + 2], made[at], *made[at + 2 :])
    return (*made[:at], *new, *made[at + 1 :])


def assert_same(space: Space, one: Run, other: Run) -> None:
    assert one.findings == other.findings
    assert one.ended == other.ended
    assert one.alive == other.alive
    assert one.concerned == other.concerned
    # What a slot holds for starts that are gone is never read.
    for alive, mine, theirs in zip(one.alive, one.states, other.states, strict=True):
        for slot, node in mine.items():
            same = space.join(same_value, node, theirs[slot])
            assert space.minus(alive, same) is space.false


def go(made: tuple[CompiledStep, ...], first: object, second: object) -> None:
    before = make_procedure(made)
    run = run_all(before, Budget())
    for edit in (first, second):
        steps_now = edited(before.steps, edit)  # type: ignore[arg-type]
        after: Procedure = replace(before, steps=steps_now)
        again = run_again(Before(before, run), after, Budget())
        assert_same(before.space, again, run_all(after, Budget()))
        before, run = after, again


_NOTED = CompiledStep(
    "n0", Act((("if", ("is", "f0", "x"), (("find", "minor"),), (("set", "f0", "x"),)),))
)

_MENDS = CompiledStep(
    "n0", Act((("if", ("is", "f0", "x"), (("find", "minor"), ("set", "f0", "y")), ()),))
)


@settings(max_examples=2_000)
@given(steps, edits, edits)
# A step that stood twice, and then once: what the one that went had found goes with it.
@example((_NOTED,), ("repeat", 0, ()), ("drop", 0, ()))
# Two steps of one id behind an edit: what one of them found is not the other's.
@example(
    (_MENDS,),
    ("repeat", 0, (CompiledStep("n0", Act(())),)),
    ("insert", 0, (CompiledStep("n0", Act((("set", "f0", "y"),))),)),
)
def test_running_again_equals_running_anew(
    made: tuple[CompiledStep, ...], one: object, two: object
) -> None:
    go(made, one, two)


@settings(max_examples=800)
@given(steps, st.integers(2, 4), edits, edits)
def test_steps_of_one_id_at_the_end_are_taken_over_together(
    made: tuple[CompiledStep, ...], count: int, one: object, two: object
) -> None:
    """As the promises of a guide are, and what is judged beside them."""
    ends = tuple(replace(step, id="end") for step in made[-count:])
    go((*made[:-count], *ends), one, two)


def _heals_too_early(space: Space, now: object, alive: Node, then: object, other: Node) -> Node:
    return space.both(alive, other)


def _forgets_ends(space: Space, run: Run, old: Run, at: int, healed: Node) -> None:
    run.states[-1] = old.states[at + 1]


def _forgets_findings(space: Space, run: Run, old: Run, step: str, healed: Node) -> None:
    """Takes over nothing of what was found."""


@pytest.mark.parametrize(
    ("name", "fault"),
    [
        ("_as_before", _heals_too_early),
        ("_take_over_states", _forgets_ends),
        ("_take_over_found", _forgets_findings),
    ],
)
def test_the_law_notices_planted_faults(
    name: str, fault: object, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(engine, name, fault)

    @settings(max_examples=300, database=None, derandomize=True, phases=[Phase.generate])
    @given(steps, edits, edits)
    def law(made: tuple[CompiledStep, ...], one: object, two: object) -> None:
        go(made, one, two)

    with pytest.raises((AssertionError, BaseExceptionGroup)):
        law()


def test_an_unfinished_run_is_of_no_use() -> None:
    procedure = make_procedure(())
    unfinished = Run(states=[], alive=[], unfinished_at="s1")
    with pytest.raises(ValueError, match="be finished"):
        run_again(Before(procedure, unfinished), procedure, Budget())


@pytest.mark.parametrize("cut", [0, 1, 2])
def test_steps_that_share_an_id_are_not_taken_for_each_other(cut: int) -> None:
    """The promises of a guide are judged under one id, each by a step of its own."""
    ends = tuple(
        CompiledStep("end", Act((("find", word),))) for word in ("minor", "major", "minor")
    )
    before = make_procedure(ends)
    edited = replace(before, steps=(*ends[:cut], *ends[cut + 1 :]))
    again = run_again(Before(before, run_all(before, Budget())), edited, Budget())
    assert_same(before.space, again, run_all(edited, Budget()))
