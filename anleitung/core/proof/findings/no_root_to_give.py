"""An app wants root, and the phone has none to give."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="no-root-to-give",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="app",
    says=_("{subject} gets no root: there is none on the phone, or it was not given."),
    why=_("The app says so, or does nothing without a word."),
    remedy=_("Install root and give it before"),
)
