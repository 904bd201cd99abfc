"""One fold and one map over nested steps, held against the rows; what a guide is for."""

from typing import Any

import pytest
from pydantic import TypeAdapter

from anleitung.core.guide.aim import AIMS, aim_of
from anleitung.core.guide.nested import Nested
from anleitung.core.guide.walk import (
    actions_of,
    fold,
    holds,
    map_steps,
    rows_of,
    step_places,
    without_steps,
)
from anleitung.demo.bundles import guide_names
from anleitung.demo.catalogue import codenames
from tests.core.bundles import bundle
from tests.core.proof.random_guides import random_bundle, small_base
from tests.core.proof.small import small
from tests.core.proof.test_demo_guides import demo

EVERY = [(c, n) for c in codenames() for n in guide_names(c)]
EACH = {
    "action": "each-slot",
    "id": "both",
    "steps": [{"id": "in", "action": "charge"}, {"id": "too", "action": "restart"}],
}


@pytest.mark.parametrize("seed", range(6))
def test_a_fold_sees_every_row_once_in_order(seed: int) -> None:
    guide = random_bundle(seed, base=small_base()).guide
    seen: list[str] = []
    fold(
        guide.steps,
        0,
        action=lambda count, step: count + 1,
        either=max,
        seen=lambda count, step: seen.append(step.id),
    )
    assert seen == [row.step.id for row in rows_of(guide)]


def test_a_fold_adds_up_turns_and_takes_one_of_several_arms() -> None:
    guide = small(EACH, {"action": "charge"}).guide
    count = fold(guide.steps, 0, action=lambda n, step: n + 1, either=max)
    assert count == 5  # two steps for each slot, and one more
    branch = {
        "action": "branch",
        "on": "variant is M6",
        "ask": "Is it so?",
        "then": [{"id": "a", "action": "charge"}],
        "otherwise": [{"id": "b", "action": "charge"}, {"id": "c", "action": "restart"}],
    }
    arms = small(branch).guide.steps
    assert fold(arms, 0, action=lambda n, step: n + 1, either=max) == 2
    assert fold(arms, 0, action=lambda n, step: n + 1, either=min) == 1


@pytest.mark.parametrize(("codename", "name"), EVERY)
def test_a_map_that_changes_nothing_gives_the_same_guide(codename: str, name: str) -> None:
    guide = demo(codename, name).guide
    assert map_steps(guide, lambda step: step) == guide
    plain: Any = guide.model_dump(mode="json")
    for step, at in step_places(guide).items():
        value = plain
        for part in at:
            value = value[part]
        assert value["id"] == step or step.startswith(f"{value['id']}-")


def test_what_is_left_out_is_left_out_everywhere_but_no_branch_becomes_empty() -> None:
    guide = bundle("clean-install").guide
    without = without_steps(guide, lambda step: step.id == "radio-for-m6")
    assert "radio-for-m6" in {step.id for step in actions_of(guide)}
    assert "radio-for-m6" not in {step.id for step in actions_of(without)}
    nothing = without_steps(guide, lambda step: not isinstance(step, Nested))
    for row in rows_of(nothing):
        if isinstance(row.step, Nested) and not row.step.may_be_empty:
            assert any(arm.steps for arm in row.step.arms())
    assert TypeAdapter(type(guide)).validate_python(nothing.model_dump(mode="python"))


def test_a_step_is_found_under_the_id_of_its_turn() -> None:
    [step] = small(EACH).guide.steps
    assert [holds(step, wanted) for wanted in ("both", "in-a", "too-b", "in")] == [
        *(True, True, True),
        False,
    ]


@pytest.mark.parametrize(
    ("codename", "name", "aim"),
    [
        ("palstek", "unlock", "unlock"),
        ("palstek", "base-both-slots", "base"),
        ("palstek", "keep-rettungsring", "recovery"),
        ("palstek", "clean-install", "install"),
        ("palstek", "two-legs", "update"),
        ("palstek", "root", "root"),
        ("klampe", "second-system", "second"),
        ("poller", "return-to-stock", "back"),
    ],
)
def test_what_a_guide_is_for(codename: str, name: str, aim: str) -> None:
    assert aim_of(demo(codename, name)) == aim


def test_no_guide_of_the_demo_is_for_nothing() -> None:
    assert {aim_of(demo(c, n)) for c, n in EVERY} == set(AIMS) - {"other"}
