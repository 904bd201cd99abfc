"""Rows that are no steps yet: made of what was given, of what does not fit, of two versions."""

import json
from typing import Any

from pydantic import TypeAdapter, ValidationError

from anleitung.core.formats.faults import faults_of
from anleitung.core.guide.nested import (
    AnyStep,
    Branch,
    Choose,
    EachSlot,
    Nested,
    OneStep,
    UsePassage,
)
from anleitung.core.guide.open_question import MAX_PICKS, OpenQuestion
from anleitung.core.phone.actions import Step
from anleitung.core.shorthand.lines import print_line
from anleitung.core.writing.given import given_line
from anleitung.core.writing.tree import EditRefused, own_body

ANY_STEP: TypeAdapter[OneStep] = TypeAdapter(AnyStep)
# What stands beside a step, whatever it does.
BESIDE = frozenset(Step.model_fields) - {"id", "answered", "expects"}


def blank_row(name: str) -> OpenQuestion:
    return OpenQuestion(id=name, action="open", about="empty")


def whole_body(step: OneStep | Any) -> dict[str, Any]:
    """With the rows that it holds."""
    body: dict[str, Any] = step.model_dump(mode="json", exclude_defaults=True)
    return {"action": step.action, **body} if hasattr(step, "action") else body


def step_or_question(plain: dict[str, Any]) -> OneStep:
    """What cannot be a step yet is an open question with all that was given."""
    try:
        return ANY_STEP.validate_python(plain)
    except ValidationError as error:
        return question_of(plain, first_fault(error, plain))


def question_of(plain: dict[str, Any], says: str) -> OpenQuestion:
    beside = {k: v for k, v in plain.items() if k in BESIDE}
    text = given_line({k: v for k, v in plain.items() if k not in beside and k != "id"})
    whole = {"id": plain["id"], "action": "open", "text": text, "about": "not-read"}
    try:
        return OpenQuestion.model_validate({**whole, **beside, "says": says[:400]})
    except ValidationError as error:
        raise EditRefused(first_fault(error, plain), str(plain["id"])) from error


def validated(plain: dict[str, Any], row: str) -> OneStep:
    try:
        return ANY_STEP.validate_python(plain)
    except ValidationError as error:
        raise EditRefused(first_fault(error, plain), row) from error


def first_fault(error: ValidationError, value: Any) -> str:
    """The field, and what is wrong with it, in words. value: that was looked at."""
    at, says = faults_of(error, value)[0]
    named = ".".join(str(part) for part in at if isinstance(part, str)).replace("_", " ")
    return f"{named}: {says}" if named else says


def clash(standing: OneStep, mine: OneStep, *, by: str, who: str) -> OpenQuestion:
    """Both versions of a row, until one is taken; what only one of them says beside it stays.

    Raises EditRefused where one of them holds rows, which no meaning of a question can.
    """
    if isinstance(standing, Nested) or isinstance(mine, Nested):
        raise EditRefused(CHANGED, standing.id)
    last = f", last written by {by}" if by else ""
    versions = ((standing, f"as it stands{last}"), (mine, f"as {who or 'you'} wrote it"))
    picks: list[dict[str, Any]] = []
    texts: list[str] = []
    for step, says in versions:
        if isinstance(step, OpenQuestion):
            texts += [step.text] if step.text else []
            picks += map(whole_body, step.picks)
        else:
            picks.append({"does": whole_body(step), "says": says})
    beside = {k: v for k, v in whole_body(standing).items() if k in BESIDE}
    for name, value in whole_body(mine).items():
        if name not in BESIDE:
            continue
        if beside.setdefault(name, value) != value and isinstance(mine, OpenQuestion):
            # A step brings its own when it is taken; what a question says has no other place.
            texts.append(value if isinstance(value, str) else f"{name}: {json.dumps(value)}")
    asked = {
        **beside,
        "id": standing.id,
        "action": "open",
        "about": "clash",
        "text": "\n".join(dict.fromkeys(texts)),
        "says": "Two people wrote this row at once. Take one of the versions.",
        # What was offered before gives way; what was written last does not.
        "picks": [*picks[: MAX_PICKS - 1], *picks[MAX_PICKS - 1 :][-1:]],
    }
    try:
        return OpenQuestion.model_validate(asked)
    except ValidationError as error:
        raise EditRefused(first_fault(error, asked), standing.id) from error


CHANGED = "This row was changed meanwhile. Look at it, and write it again."


def gone(step: Step, says: str) -> OpenQuestion:
    """A row that was removed while somebody wrote it."""
    if isinstance(step, OpenQuestion):
        return step.model_copy(update={"about": "clash", "says": says})
    beside = {name: value for name, value in whole_body(step).items() if name in BESIDE}
    return OpenQuestion.model_validate(
        {
            **beside,
            "id": step.id,
            "action": "open",
            "text": bare_line(step),
            "about": "clash",
            "says": says,
            "picks": [{"does": whole_body(step)}],
        }
    )


def bare_line(step: Step) -> str:
    """What a step does as a line, without its id and without what stands beside it."""
    bare = {name: Step.model_fields[name].default for name in BESIDE}
    return print_line(step.model_copy(update=bare)).partition(": ")[2]


def held_line(step: Nested) -> str:
    """A row that holds others as a line: what an author may write again, or its fields."""
    if isinstance(step, Branch):
        return f"if {step.on.typed} asking {step.ask}"
    if isinstance(step, Choose):
        return f"choose {step.option}"
    if isinstance(step, EachSlot):
        return "each slot"
    if isinstance(step, UsePassage):
        given = ", ".join(f"{place}={value}" for place, value in step.given.items())
        return f"passage {step.passage}{f' with {given}' if given else ''}"
    return given_line({k: v for k, v in own_body(step).items() if k not in ("prose", "pictures")})
