"""An app is used that is not installed, or not finished."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="app-not-installed",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="app",
    says=_("{subject} is not installed or not ready yet."),
    why=_("The reader cannot do it."),
    remedy=_("Install it and let it finish before"),
)
