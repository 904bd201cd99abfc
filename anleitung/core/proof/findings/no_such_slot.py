"""A step names a slot that the phone does not have."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="no-such-slot",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    says=_("This phone has no such slot: it has only one."),
    why=_("The tool refuses the command."),
    remedy=_("Leave the slot out"),
)
