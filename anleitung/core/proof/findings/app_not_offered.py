"""An app is installed that nothing offers on the phone, and no file brings it."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="app-not-offered",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="app",
    says=_("{subject} is not offered on the phone, and no file brings it."),
    why=_("The reader finds no such app, or another one of the same name."),
    remedy=_("Bring it as a file, or install what offers it before"),
)
