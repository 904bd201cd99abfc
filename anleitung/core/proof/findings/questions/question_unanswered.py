"""The phone waits for an answer that no step gives."""

from collections.abc import Iterator

from anleitung.core.marked import N_
from anleitung.core.phone.actions.answer import AnswerQuestion
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.repair.change_steps import Edit, inserted
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="question-unanswered",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    says=N_("The phone asks “{subject}” and waits forever; no step answers."),
    why=N_("What the step before was for does not happen, and the reader does not know why."),
    remedy=N_("Add a step that answers it"),
)


def fix(compiled: Compiled, found: Found) -> Iterator[Edit]:
    question = compiled.bundle.device.question(found.subject)
    for given in question.answers if question else ():
        if question and given.does == "goes-on":
            step = AnswerQuestion(
                action="answer", id="answer", question=question.id, answer=given.id
            )
            yield from inserted(compiled, found.step, step)
