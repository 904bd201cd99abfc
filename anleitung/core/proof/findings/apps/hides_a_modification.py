"""A step only hides that the phone was modified."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import leave_out

FINDING = Finding(
    id="hides-a-modification",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="app",
    says=N_("In {subject} a switch is turned on that only hides that the phone was modified."),
    why=N_("It deceives a seller, a buyer or a maker; such a guide is not published."),
    final=True,
    remedy=N_("Leave it out"),
)


fix = leave_out
