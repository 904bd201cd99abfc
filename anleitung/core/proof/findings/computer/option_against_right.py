"""A switch of the window program is set against what its document calls right."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import change_step, set_switches_right

FINDING = Finding(
    id="option-against-right",
    nature=Nature.CONSEQUENCE,
    severity=Severity.WARN,
    says=N_(
        "The step sets “{subject}” the other way than the document of the program calls right."
    ),
    why=N_("The document says why; a step that knows better says why as well."),
    remedy=N_("Set it as the document says, or change the document"),
)


fix = change_step(N_("Say how each switch must stand"), set_switches_right)
