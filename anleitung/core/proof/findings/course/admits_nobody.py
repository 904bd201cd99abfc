"""No phone that can exist is admitted."""

from collections.abc import Iterator

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="admits-nobody",
    nature=Nature.DOCUMENT,
    severity=Severity.STOP,
    says=N_("No phone can meet the admission: what is said below was tried on nobody."),
    why=N_("A guide that nobody may follow keeps every promise, and says nothing."),
    remedy=N_("Look for two parts of the admission that exclude each other"),
)


def check(compiled: Compiled) -> Iterator[Found]:
    if compiled.procedure.admitted is compiled.procedure.space.false:
        yield Found(FINDING.id, "", "", None)
