"""A check sends away everybody who comes to it."""

from collections.abc import Iterator

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.run.compile import Compiled
from anleitung.core.proof.run.turned_away import turned_away

FINDING = Finding(
    id="nobody-passes",
    nature=Nature.COURSE,
    severity=Severity.STOP,
    about="condition",
    says=N_("Every phone that comes here is sent away, since this never holds: {subject}."),
    why=N_("A check that nobody passes is the end of the guide, whatever stands below it."),
    remedy=N_("Ask what should hold here, or take the check out"),
)


def check(compiled: Compiled) -> Iterator[Found]:
    for i, phones, subject in turned_away(compiled):
        if phones is compiled.run.concerned[i]:
            yield Found(FINDING.id, subject, compiled.rows[i].step.id, phones)
