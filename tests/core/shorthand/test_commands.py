"""Commands of host tools, read backwards."""

from typing import Any

import pytest

from anleitung.core.guide.walk import actions_of
from anleitung.core.phone.actions import name_of
from anleitung.core.shorthand.commands import read_command
from anleitung.demo.bundles import demo_bundle
from tests.core.bundles import bundle
from tests.core.proof.test_demo_guides import GUIDES, SHARED

WHOLE = bundle("clean-install")
NAMES = {p.name: p.id for p in WHOLE.packages}
# Their commands do not say all of the step: which program, which images, which script.
NOT_ALL = {"install-app", "flash-set", "script"}


@pytest.mark.parametrize(("codename", "guide"), [*GUIDES, *SHARED])
def test_the_command_of_every_step_is_read_as_that_step(codename: str, guide: str) -> None:
    """On every host system that the tool runs on."""
    whole = demo_bundle(codename, guide)
    names = {p.name: p.id for p in whole.packages}
    for step in actions_of(whole.guide):
        key = step.command_key()
        if key is None or key in NOT_ALL:
            continue
        values = step.command_values(whole.world)
        plain = step.model_dump(mode="json") | {"action": name_of(type(step))}
        own = [t for t in whole.tools if step.tool_id() in (None, t.id)]
        for tool, host in ((t, host) for t in own for host in t.hosts):
            text = tool.command(key, host.id, values)
            if text is not None:
                found = [g.step for g in read_command(text, (tool,), names)]
                assert any(_is_part(each, plain) for each in found), (text, found)


def _is_part(said: dict[str, Any], whole: dict[str, Any]) -> bool:
    """What a command says is what the step says; what it does not say is the author's."""
    return all(whole[name] == value for name, value in said.items())


COMMANDS: list[tuple[str, dict[str, Any] | None]] = [
    ("lotse write radio radio-12.4.7-m6.img --both", {"file": "radio-m6", "where": "both"}),
    ("$ ./lotse write radio ./radio-12.4.7-m6.img", {"file": "radio-m6", "partition": "radio"}),
    ("C:\\phone>lotse.exe  write radio .\\radio-12.4.7-m6.img", {"file": "radio-m6"}),
    ("lotse write boot 'old boot.img' --slot a", {"file": "old boot.img", "where": "a"}),
    ("lotse lock --open", {"action": "unlock"}),
    ("lotse lock --open --now", None),
    ("lotse dance", None),
    ("lotsen write radio a.img", None),
    ("", None),
]


@pytest.mark.parametrize(("line", "wanted"), COMMANDS)
def test_a_command_is_read_whatever_host_it_was_written_for(
    line: str, wanted: dict[str, Any] | None
) -> None:
    found = read_command(line, WHOLE.tools, NAMES)
    assert bool(found) is (wanted is not None)
    if wanted is not None:
        assert {name: found[0].step.get(name) for name in wanted} == wanted
