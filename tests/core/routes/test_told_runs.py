"""What one process ran serves another one: told as plain values, the same when it is learned."""

import json
from dataclasses import replace
from typing import Any

import pytest

from anleitung.core.diagrams.remembered import Remembered, Tree
from anleitung.core.routes.ground import Ground
from anleitung.core.routes.moves import Memory, Move
from anleitung.core.routes.search import Aim, Found, search
from anleitung.core.routes.spread import nearest_phone
from anleitung.core.routes.told_runs import learn_runs, tell_runs
from anleitung.core.routes.usual import go_through, usual_questions
from tests.core.routes.test_routes import ground


def anew(on: Ground) -> Ground:
    """The same guides as in a process that has just begun."""
    memories = {move.name: Memory() for move in on.moves}
    return Ground(replace(move, memory=memories[move.name]) for move in on.moves)


def by_name(on: Ground) -> dict[str, Move]:
    return {move.name: move for move in on.moves}


def handed_over(on: Ground, to: Ground) -> None:
    """Over JSON, as it is kept."""
    told = json.loads(json.dumps({name: tell_runs(move) for name, move in by_name(on).items()}))
    for name, move in by_name(to).items():
        learn_runs(move, told[name])


def answers(on: Ground) -> list[Found]:
    """To some of the usual questions."""
    found = []
    for known, aim in usual_questions(on)[::7]:
        phone = nearest_phone(on, known)
        if phone is not None:
            found.append(search(on, phone, Aim(aim.condition)))
    return found


@pytest.mark.parametrize("codename", ["palstek", "schotstek", "poller"])
def test_what_was_learned_answers_alike_and_runs_nothing(
    codename: str, monkeypatch: pytest.MonkeyPatch
) -> None:
    one, other = anew(ground(codename)), anew(ground(codename))
    first = answers(one)
    assert any(found.routes for found in first)
    handed_over(one, other)

    whole: Any = Remembered._run

    def runs(remembered: Remembered[Any], state: object) -> Any:
        # An offered update is one step, and is not kept.
        assert remembered._steps[0].id == "take", "a guide is run anew"
        return whole(remembered, state)

    monkeypatch.setattr(Remembered, "_run", runs)
    assert answers(other) == first


def test_it_is_told_alike_after_it_was_learned_and_own_runs_stay() -> None:
    one, other = anew(ground("poller")), anew(ground("poller"))
    questions = usual_questions(one)
    for known, aim in questions[: len(questions) // 2]:
        go_through(one, known, aim)
    for known, aim in questions[len(questions) // 2 :]:
        go_through(other, known, aim)
    own = {name: _outcomes(move) for name, move in by_name(other).items()}
    handed_over(one, other)
    for name, move in by_name(other).items():
        learned = {**_outcomes(by_name(one)[name]), **own[name]}
        assert _outcomes(move) == learned, name
        again = replace(move, memory=Memory())
        learn_runs(again, json.loads(json.dumps(tell_runs(move))))
        assert tell_runs(again) == tell_runs(move)


def _outcomes(move: Move) -> dict[str, object]:
    return {
        repr((sorted(skipped), asked)): replace(went, move=move)
        for skipped, remembered in move.memory.each()
        for asked, went in remembered.outcomes
    }


def test_what_is_known_is_gone_through_as_it_was_when_another_thread_adds_to_it() -> None:
    tree: Tree[str] = Tree()
    for answer in ("x", "y", "z"):
        tree.grow({"slot": answer}, f"of {answer}")
    known = iter(tree)
    first = next(known)
    tree.grow({"slot": "w"}, "of w")
    assert [first, *known] == [({"slot": a}, f"of {a}") for a in ("x", "y", "z")]
    assert len(list(tree)) == 4


def _types(move: Move) -> list[object]:
    return [
        [(slot, type(value)) for slot, value in asked.items()]
        for _skipped, remembered in move.memory.each()
        for asked, _went in remembered.outcomes
    ]


def test_the_usual_questions_are_those_of_the_page_on_each_variant_and_region() -> None:
    questions = [(known, aim.id) for known, aim in usual_questions(ground("palstek"))]
    unlocked = {"bootloader": "unlocked", "system": "stock"}
    for bought in ({}, {"variant": "K6"}, {"region": "BI"}, {"region": "HO"}):
        assert (unlocked | bought, "system:wattlaeufer") in questions
        assert (unlocked | bought, "unlocked") not in questions  # it is so already
