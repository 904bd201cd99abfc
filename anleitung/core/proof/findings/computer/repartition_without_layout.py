"""The partition table is written anew without a file that says how."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import change_step, set_switches_right

FINDING = Finding(
    id="repartition-without-layout",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="tool",
    says=N_(
        "{subject} writes the partition table anew, and no file says how it must be: this "
        "bricks the phone."
    ),
    why=N_("Calibration and identity go with the old table, and nothing brings them back."),
    remedy=N_("Turn the option off, and say so in the step"),
)


fix = change_step(N_("Turn the switch off"), set_switches_right)
