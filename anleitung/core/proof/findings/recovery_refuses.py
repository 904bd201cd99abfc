"""The running recovery does not accept the package."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="recovery-refuses",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=_("The recovery that runs here does not accept {subject}."),
    why=_("It ends with an error after the wipe, with nothing to start."),
    remedy=_("Start a recovery that accepts it"),
)
