"""The layout of this codename has no such partition."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import leave_out

FINDING = Finding(
    id="no-such-partition",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="partition",
    says=N_("This phone has no partition called {subject}."),
    why=N_("The tool refuses; a careless one writes somewhere else."),
    remedy=N_("Name a partition of the layout"),
)


fix = leave_out
