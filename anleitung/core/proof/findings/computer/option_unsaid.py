"""A switch of a window program is left as somebody left it last time, and its other value harms."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import change_step, set_switches_right

FINDING = Finding(
    id="option-unsaid",
    nature=Nature.CONSEQUENCE,
    severity=Severity.WARN,
    says=N_("Nothing says how “{subject}” must stand, and the tool keeps it as it was last time."),
    why=N_("On the computer of the author it stood right."),
    remedy=N_("Say in the step how it must stand"),
)


fix = change_step(N_("Say how each switch must stand"), set_switches_right)
