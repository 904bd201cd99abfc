"""A row of the guide is no step yet."""

from collections.abc import Iterator

from anleitung.core.guide.open_question import OpenQuestion
from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="open-question",
    nature=Nature.COURSE,
    severity=Severity.STOP,
    says=N_("This is not a step yet, so nothing is proved from here on."),
    why=N_("What a reader would do here is not known to the model, and neither is what follows."),
    remedy=N_("Answer what is open: take one of the meanings, write the step, or keep it as text"),
    final=True,
)


def check(compiled: Compiled) -> Iterator[Found]:
    """Those as well that no phone comes to; in the others, the run has found it."""
    reached = {step for (name, _subject, step) in compiled.run.findings if name == FINDING.id}
    for row in compiled.rows:
        if isinstance(row.step, OpenQuestion) and row.step.id not in reached:
            yield Found(FINDING.id, "", row.step.id, None)
