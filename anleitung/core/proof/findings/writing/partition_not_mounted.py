"""A package is installed while a partition that it writes is not mounted."""

from anleitung.core.marked import N_
from anleitung.core.phone.actions.mount import Mount
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import insert_made

FINDING = Finding(
    id="partition-not-mounted",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="partition",
    says=N_("{subject} is not mounted, so nothing is written there."),
    why=N_("The installer says that all went well, and the files are gone after the restart."),
    remedy=N_("Mount it first"),
)


fix = insert_made(lambda c, f: (Mount(action="mount", id="mount", partition=f.subject),))
