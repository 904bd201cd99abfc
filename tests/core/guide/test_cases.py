"""Several answers, or one file out of several: as branches, with every phone in one arm."""

from typing import Any

import pytest

from anleitung.core.diagrams.run import Budget
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.walk import holds, map_steps, rows_of, step_places
from anleitung.core.proof.rehearse.slips import find_slips
from anleitung.core.proof.run.compile import run_bundle
from tests.core.proof.small import CHARGE, CHORD, PLUG, flash, small

GET = {"action": "obtain", "files": ["radio-m6", "radio-k6"], "verify": True}
# Both variants come to the step.
BOTH = (
    "bootloader is unlocked and every slot: base is PS-12.4.7-KU.r3 and update is none "
    "and system is stock and carrier is open"
)
WHICH = {"M6": "radio-m6", "K6": "radio-k6"}


def _flash(file: str, id_: str) -> dict[str, Any]:
    return flash(file, "radio", "both") | {"id": id_}


FOR_PHONE = {
    "action": "file-for-phone",
    "id": "radio",
    "ask": "Which chip?",
    "files": [{"file": f, "says": v, "when": f"variant is {v}"} for v, f in WHICH.items()],
    "steps": [_flash("this-file", "write")],
}
CASES = {
    "action": "cases",
    "id": "radio",
    "ask": "Which chip?",
    "cases": [
        {"id": f, "says": v, "when": f"variant is {v}", "steps": [_flash(f, f"write-{f}")]}
        for v, f in WHICH.items()
    ],
}
BRANCH = {
    "action": "branch",
    "id": "radio",
    "on": "variant is M6",
    "ask": "Is it M6?",
    "then": [_flash("radio-m6", "write-radio-m6")],
    "otherwise": [_flash("radio-k6", "write-radio-k6")],
}


def _of(step: dict[str, Any]) -> Bundle:
    return small(GET, CHARGE, PLUG, CHORD, step, admission=BOTH)


@pytest.mark.parametrize("step", [CASES, FOR_PHONE], ids=lambda s: s["action"])
def test_it_proves_what_branches_prove(step: dict[str, Any]) -> None:
    made, plain = run_bundle(_of(step), Budget()), run_bundle(_of(BRANCH), Budget())
    assert made.run.findings.keys() == plain.run.findings.keys()
    counts = [r.procedure.space.count(r.run.alive[-1]) for r in (made, plain)]
    assert counts[0] == counts[1] > 0


@pytest.mark.parametrize("step", [CASES, FOR_PHONE], ids=lambda s: s["action"])
def test_every_phone_is_in_one_arm(step: dict[str, Any]) -> None:
    made = run_bundle(_of(step), Budget())
    space, last = made.procedure.space, made.run.states[-1]
    answers = [space.where(last["branch.radio"], file) for file in WHICH.values()]
    assert space.both(*answers) is space.false
    assert space.minus(made.procedure.admitted, space.either(*answers)) is space.false


@pytest.mark.parametrize("step", [CASES, FOR_PHONE], ids=lambda s: s["action"])
def test_the_other_answer_is_a_slip(step: dict[str, Any]) -> None:
    compiled = run_bundle(_of(step), Budget())
    row = next(i for i, r in enumerate(compiled.rows) if r.step.id == "radio")
    assert [s.kind for s in find_slips(compiled) if s.at == row] == ["choice", "choice"]


def test_what_is_made_is_found_where_it_is_stored() -> None:
    guide = _of(FOR_PHONE).guide
    places = step_places(guide)
    assert places["write-radio-m6"] == places["write-radio-k6"] == ("steps", 4, "steps", 0)
    assert [r.step.id for r in rows_of(guide)][-2:] == ["write-radio-m6", "write-radio-k6"]
    assert holds(guide.steps[4], "write-radio-k6")
    assert map_steps(guide, lambda step: step) == guide


@pytest.mark.parametrize(
    ("change", "says"),
    [
        ({"files": [FOR_PHONE["files"][0]] * 2}, "listed twice"),
        ({"steps": [_flash("radio-m6", "write")]}, "this-file"),
    ],
)
def test_a_list_that_cannot_be_meant_is_refused(change: dict[str, Any], says: str) -> None:
    with pytest.raises(ValueError, match=says):
        _of(FOR_PHONE | change)
