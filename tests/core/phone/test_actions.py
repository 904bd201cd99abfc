"""What every action must have, asked of the whole catalogue."""

from typing import get_args

import pytest

from anleitung.core.documents.tool import Tool
from anleitung.core.phone.actions import ACTIONS, AnyAction, Step
from anleitung.core.phone.cautions import CAUTIONS
from tests.core.bundles import bundle
from tests.core.proof.random_guides import STEP, _action

EXAMPLES: dict[str, Step] = {}


def setup_module() -> None:
    from random import Random

    random = Random(1)
    while len(EXAMPLES) < len(ACTIONS):
        step = STEP.validate_python({"id": "it", **_action(random)})
        EXAMPLES.setdefault(step.action, step)


def test_the_union_of_steps_is_the_catalogue() -> None:
    assert set(get_args(AnyAction)) == set(ACTIONS)


@pytest.mark.parametrize("action", ACTIONS, ids=lambda a: a.__name__)
def test_action_is_whole(action: type[Step]) -> None:
    [name] = get_args(action.model_fields["action"].annotation)
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
