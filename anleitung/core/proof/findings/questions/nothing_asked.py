"""A step answers a question that the phone did not ask."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import leave_out

FINDING = Finding(
    id="nothing-asked",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    says=N_("The phone does not ask “{subject}” here."),
    why=N_("The reader looks for a question that never comes."),
    remedy=N_("Put the answer right after the step that makes the phone ask"),
)


fix = leave_out
