"""The recovery cannot read the storage on which the file lies."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="storage-not-readable",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=_("The running recovery cannot read the storage on which {subject} lies."),
    why=_("The user data is encrypted for it, or it reads no card."),
    remedy=_("Sideload the file, or use a recovery that reads the storage"),
)
