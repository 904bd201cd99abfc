"""What every action must have, asked of the whole catalogue."""

from pathlib import Path
from random import Random
from typing import get_args

import pytest

from anleitung.core.documents.tool import Tool
from anleitung.core.phone import actions
from anleitung.core.phone.actions import ACTIONS, AnyAction, Step, name_of
from anleitung.core.phone.cautions import CAUTIONS
from tests.core.bundles import bundle
from tests.core.proof.random_guides import STEP, draw_action, example_of

EXAMPLES: dict[str, Step] = {
    name_of(action): STEP.validate_python({"id": "it", **example_of(action)}) for action in ACTIONS
}


def test_every_module_is_an_action_of_its_own() -> None:
    modules = {path.stem for path in Path(actions.__file__).parent.glob("*.py")}
    assert {a.__module__.rpartition(".")[2] for a in ACTIONS} == modules - {"__init__", "base"}
    assert set(get_args(AnyAction)) == set(ACTIONS)
    assert [type(EXAMPLES[name_of(action)]) for action in ACTIONS] == list(ACTIONS)


def test_random_guides_draw_every_action() -> None:
    random = Random(1)
    assert {draw_action(random)["action"] for _ in range(3_000)} == set(EXAMPLES)


@pytest.mark.parametrize("action", ACTIONS, ids=lambda a: a.__name__)
def test_action_is_whole(action: type[Step]) -> None:
    name = name_of(action)
    world = bundle().world
    step = EXAMPLES[name]
    assert step.sentence(world)[0].isupper()
    assert not step.sentence(world).endswith(".")
    assert set(step.cautions(world)) <= set(CAUTIONS)
    assert set(step.command_values(world)) <= {"file", "partition"}
    # Losing data or writing to the phone is never without a caution, and never undone.
    assert (
        not step.no_return or step.cautions(world) or name in ("install", "keep-recovery", "menu")
    )


def test_demo_tools_speak_for_every_command_of_the_demo() -> None:
    made = bundle()
    keys = {key for step in EXAMPLES.values() if (key := step.command_key()) is not None}
    spoken = {key for tool in made.tools for key in tool.commands}
    assert keys <= spoken


def test_command_fills_its_places_and_leaves_nothing_open() -> None:
    tool: Tool = next(t for t in bundle().tools if t.id == "lotse")
    assert (
        tool.command("flash.both", "kogge", {"file": "radio.img", "partition": "radio"})
        == "./lotse write radio ./radio.img --both"
    )
    assert tool.command("flash.both", "nowhere", {}) is None
