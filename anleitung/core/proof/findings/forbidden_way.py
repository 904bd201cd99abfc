"""A file reaches the phone by a way that its document forbids."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="forbidden-way",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=_("{subject} must not reach the phone this way."),
    why=_("The document of the file says why; what arrives is not what was sent, or is not read."),
    remedy=_("Use a way that the file allows"),
)
