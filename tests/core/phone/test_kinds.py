"""What kinds of files each action takes: a matrix of every action with every kind there is."""

from typing import get_args

import pytest

from anleitung.core.diagrams.subject import Ended
from anleitung.core.documents.package import PackageRole
from anleitung.core.phone.actions import ACTIONS, Step, name_of
from anleitung.core.phone.take import take_step
from tests.core.phone.walk import phone
from tests.core.proof.random_guides import STEP, example_of
from tests.core.proof.small import extra, small

ROLES: tuple[str, ...] = get_args(PackageRole)
ONE_FILE = [a for a in ACTIONS if "file" in a.model_fields and a.takes]
# Nothing that belongs to the computer or to an app may ever be written into a partition.
NEVER_WRITTEN = {"driver", "host-tool", "app", "script", "key"}


def _ended(action: type[Step], role: str) -> str:
    """What ends the usual phone at this step with a file of that kind."""
    fields = example_of(action) | {"id": "it", "file": "it"}
    if action.__name__ == "App":
        fields = {"id": "it", "action": "app", "program": "x", "does": "install", "file": "it"}
    if action.__name__ == "Second":
        fields = {"id": "it", "action": "second", "program": "x", "does": "install", "file": "it"}
    step = STEP.validate_python(fields)
    made = small({"action": "charge"}, files=(extra("it", role),))
    view = phone(made)
    try:
        take_step(view, step, made.world)
    except Ended as ended:
        return ended.finding
    return ""


@pytest.mark.parametrize("role", ROLES)
@pytest.mark.parametrize("action", ONE_FILE, ids=name_of)
def test_a_step_takes_its_kinds_and_no_other(action: type[Step], role: str) -> None:
    refused = _ended(action, role) == "file-of-another-kind"
    assert refused == (role not in action.takes)


@pytest.mark.parametrize("action", [a for a in ACTIONS if a.no_return and a.takes], ids=name_of)
def test_what_writes_takes_nothing_of_the_computer(action: type[Step]) -> None:
    assert not NEVER_WRITTEN & action.takes


def test_of_several_files_each_is_looked_at() -> None:
    made = small({"action": "charge"}, files=(extra("it", "driver"),))
    images = [{"partition": "radio", "file": "radio-m6"}, {"partition": "boot", "file": "it"}]
    step = STEP.validate_python({"id": "it", "action": "flash-set", "images": images})
    assert dict(step.kinds())["it"] == dict(step.kinds())["radio-m6"]
    with pytest.raises(Ended) as ended:
        take_step(phone(made), step, made.world)
    assert ended.value.finding == "file-of-another-kind"
