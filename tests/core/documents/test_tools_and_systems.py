"""Host tools and what is known to work: what cannot be is refused, the rest is found again."""

from typing import Any

import pytest
from pydantic import ValidationError

from anleitung.core.documents.system import SystemState
from anleitung.core.documents.tool import Tool
from tests.core.demo_catalogue import plain


@pytest.mark.parametrize(
    ("change", "message"),
    [
        ({"commands": {}}, "a tool has commands or a window"),
        ({"commands": {"unlock": {"faehre": "x"}}}, "one command for each of"),
        (
            {"hosts": [{"id": "kogge", "name": "Kogge"}, {"id": "kogge", "name": "K"}]},
            "listed twice",
        ),
    ],
)
def test_tool_that_cannot_be_is_refused(change: dict[str, Any], message: str) -> None:
    with pytest.raises(ValidationError, match=message):
        Tool.model_validate(plain("tool", "lotse") | change)


def test_window_program_needs_no_command() -> None:
    tool = Tool.model_validate(plain("tool", "schleuse"))
    assert tool.window is not None
    kept_off = [o.does for o in tool.window.options if o.kept and o.right == "off"]
    assert kept_off == ["restart", "repartition"]
    assert tool.command("unlock", "faehre", {}) is None


def state(**change: Any) -> SystemState:
    return SystemState.model_validate(plain("system", "palstek") | change)


@pytest.mark.parametrize(
    ("release", "fingerprint"),
    [("4.2", "broken"), ("5.0", "works"), ("5.1", "works"), (None, "works"), ("9", "works")],
)
def test_features_of_a_release(release: str | None, fingerprint: str) -> None:
    found = {f.feature: f.state for f in state().at(release)}
    assert found["Fingerprint"] == fingerprint
    assert ("Card slot" in found) == (release not in ("4.2", "5.0"))


@pytest.mark.parametrize(
    ("feature", "message"),
    [
        ({"feature": "Camera", "state": "broken"}, "say what happens"),
        ({"feature": "Camera", "state": "works", "since": "9"}, "9 is not among the releases"),
        ({"feature": "Camera", "state": "works", "since": "5.1", "until": "5.0"}, "is after until"),
    ],
)
def test_feature_that_cannot_be_is_refused(feature: dict[str, Any], message: str) -> None:
    with pytest.raises(ValidationError, match=message):
        state(features=[feature])
