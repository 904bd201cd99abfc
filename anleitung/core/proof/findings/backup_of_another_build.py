"""A copy belongs to another build."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="backup-of-another-build",
    kind=Kind.CONSEQUENCE,
    severity=Severity.WARN,
    about="loss",
    says=_("The copy of {subject} was made on another build than the one that runs now."),
    why=_("Settings of another build can keep a system from starting."),
    remedy=_("Bring back only what the new build can read, or go back to the build of the copy"),
)
