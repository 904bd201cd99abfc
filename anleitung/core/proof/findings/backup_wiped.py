"""A copy was wiped before it was brought back."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="backup-wiped",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="loss",
    says=_("The copy of {subject} lay on the phone, and a wipe took it before this step."),
    why=_("A copy on what is wiped is none."),
    remedy=_("Keep the copy on the computer"),
)
