"""A key is enrolled on a phone that takes none."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import leave_out

FINDING = Finding(
    id="own-keys-not-taken",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    says=N_("This codename does not accept a key of the owner."),
    why=N_("The command is refused, and a locked phone starts only what its maker signed."),
    remedy=N_("Leave the bootloader open"),
)


fix = leave_out
