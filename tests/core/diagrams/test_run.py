"""The laws of the engine, on random procedures without phones, and proved by planted faults."""

import pytest
from hypothesis import Phase, given, settings
from hypothesis import strategies as st

from anleitung.core.diagrams import run as engine
from anleitung.core.diagrams.run import Budget, CompiledStep, run_all
from anleitung.core.diagrams.space import Node
from tests.core.diagrams.generated import VALUES, Act, make_procedure, steps
from tests.core.diagrams.laws import LAWS, assert_equals_each_by_itself

admissions = st.sets(st.sampled_from(VALUES), min_size=1).map(frozenset)


@settings(max_examples=900)
@given(steps, admissions)
def test_laws_hold_for_random_procedures(
    made: tuple[CompiledStep, ...], admit: frozenset[str]
) -> None:
    procedure = make_procedure(made, admit)
    run = run_all(procedure, Budget())
    assert run.finished
    for law in LAWS:
        law(procedure, run)


def _stale_read(view: engine._AllStarts, slot: str) -> Node:
    return view._state[slot]


def _forgets_the_rest(view: engine._AllStarts, test: Node) -> bool:
    yes = view._space.both(view.path, test)
    if yes is view._space.false:
        return False
    view.path = yes
    return True


def _half_a_swap(view: engine._AllStarts, a: str, b: str) -> None:
    view._write(a, view._read(b))


@pytest.mark.parametrize(
    ("method", "fault"),
    [
        pytest.param("_read", _stale_read, id="a read misses a write of the same step"),
        pytest.param("_split", _forgets_the_rest, id="the other half of a split is dropped"),
        pytest.param("swap", _half_a_swap, id="one half of a swap is forgotten"),
    ],
)
def test_laws_notice_planted_fault(
    method: str, fault: object, monkeypatch: pytest.MonkeyPatch
) -> None:
    """Beside the unchanged control above: the same laws must fail on a broken engine."""
    monkeypatch.setattr(engine._AllStarts, method, fault)

    @settings(max_examples=200, database=None, derandomize=True, phases=[Phase.generate])
    @given(steps)
    def laws(made: tuple[CompiledStep, ...]) -> None:
        procedure = make_procedure(made)
        assert_equals_each_by_itself(procedure, run_all(procedure, Budget(paths_per_step=500)))

    with pytest.raises((AssertionError, BaseExceptionGroup)):
        laws()


def test_over_budget_is_not_finished_and_keeps_what_was_found() -> None:
    split_all = Act(
        (
            ("find", "minor"),
            ("if", ("is", "f0", "x"), (), (("if", ("is", "f1", "y"), (), ()),)),
        )
    )
    procedure = make_procedure(
        (CompiledStep("first", Act((("find", "major"),))), CompiledStep("wide", split_all))
    )
    run = run_all(procedure, Budget(paths_per_step=2))
    assert run.unfinished_at == "wide"
    assert ("major", "it", "first") in run.findings


def test_a_slot_that_was_never_declared_cannot_be_written() -> None:
    procedure = make_procedure((CompiledStep("typo", Act((("set", "f9", "x"),))),))
    with pytest.raises(KeyError, match="no such slot: f9"):
        run_all(procedure, Budget())
