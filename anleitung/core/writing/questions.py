"""Rows that are no steps yet: made of what was given, of what does not fit, of two versions."""

from typing import Any

from pydantic import TypeAdapter, ValidationError

from anleitung.core.formats.faults import faults_of
from anleitung.core.guide.nested import AnyStep, OneStep
from anleitung.core.guide.open_question import OpenQuestion
from anleitung.core.phone.actions import Step
from anleitung.core.shorthand.lines import print_line
from anleitung.core.writing.given import given_line
from anleitung.core.writing.tree import EditRefused

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
    by, who = by or "another tab", who or "you"
    picks = [
        {"does": whole_body(s), "says": says}
        for s, says in ((standing, f"as {by} wrote it"), (mine, f"as {who} wrote it"))
        if isinstance(s, Step) and not isinstance(s, OpenQuestion)
    ]
    texts = [s.text for s in (standing, mine) if isinstance(s, OpenQuestion) and s.text]
    picks += [
        p for s in (standing,) if isinstance(s, OpenQuestion) for p in map(whole_body, s.picks)
    ]
    return OpenQuestion.model_validate(
        {
            "id": standing.id,
            "action": "open",
            "about": "clash",
            "text": "\n".join(texts),
            "says": "Two people wrote this row at once. Take one of them.",
            "picks": picks[:12],
        }
    )


def asked(step: OneStep, about: str, says: str, picks: list[OneStep]) -> OpenQuestion:
    if isinstance(step, OpenQuestion):
        return step.model_copy(update={"about": about, "says": says})
    plain = {
        "id": step.id,
        "action": "open",
        "text": print_line(step) if isinstance(step, Step) else "",
        "about": about,
        "says": says,
        "picks": [{"does": whole_body(s)} for s in picks],
    }
    return OpenQuestion.model_validate(plain)
