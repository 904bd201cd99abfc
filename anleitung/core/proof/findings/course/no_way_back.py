"""No step names a guide that rescues from it, though some cannot be taken back."""

from collections.abc import Iterator

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="no-way-back",
    nature=Nature.DOCUMENT,
    severity=Severity.NOTE,
    says=N_("The guide goes past a point of no return, and no step names a way back."),
    why=N_("Who hangs there begins to search."),
    remedy=N_("Name a rescue guide at the steps after the point of no return"),
)


def check(compiled: Compiled) -> Iterator[Found]:
    steps = [row.action for row in compiled.rows if row.action is not None]
    if any(step.no_return for step in steps) and not any(step.way_back for step in steps):
        yield Found(FINDING.id, "", "", None)
