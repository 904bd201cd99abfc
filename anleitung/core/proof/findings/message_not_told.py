"""A text is known to be shown here, and the step does not say what it means."""

from collections.abc import Iterator
from gettext import gettext as _
from typing import TYPE_CHECKING

from anleitung.core.diagrams.space import Node
from anleitung.core.documents.message import Message
from anleitung.core.phone.actions import Step
from anleitung.core.phone.take import tool_of
from anleitung.core.proof.finding import FindingKind, Kind, Severity
from anleitung.core.proof.rules import Found

if TYPE_CHECKING:
    from anleitung.core.proof.run.compile import Compiled

FINDING = FindingKind(
    id="message-not-told",
    kind=Kind.COURSE,
    severity=Severity.WARN,
    says=_("The step does not say what “{subject}” means, which is known to be shown here."),
    why=_("Readers pull the cable at a red line that is harmless, or wait at one that is not."),
    remedy=_("Add the message to the step"),
)


def check(compiled: "Compiled") -> Iterator[Found]:
    for step, message, phones in known_messages(compiled):
        if not any(told.fits(message.text) for told in step.messages):
            yield Found(FINDING.id, message.text, step.id, phones)


def known_messages(compiled: "Compiled") -> Iterator[tuple[Step, Message, Node]]:
    """What the documents of the tool, or of the recovery that runs, say is shown at a step."""
    run, space, world = compiled.run, compiled.procedure.space, compiled.bundle.world
    for i, row in enumerate(compiled.rows[: len(run.concerned)]):
        step = row.step
        if not isinstance(step, Step) or run.concerned[i] is space.false:
            continue
        tool = tool_of(step, world)
        for message in tool.messages if tool else ():
            if step.action in message.at:  # type: ignore[attr-defined]
                yield step, message, run.concerned[i]
        for recovery in world.recoveries:
            runs = space.where(run.states[i]["running"], recovery.id)
            here = space.both(run.concerned[i], runs)
            if here is space.false:
                continue
            for message in recovery.messages:
                if step.action in message.at:  # type: ignore[attr-defined]
                    yield step, message, here
