"""A tool is used that is not on the computer."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="tool-missing",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="tool",
    says=_("{subject} is not on the computer."),
    why=_("The step cannot be done, and readers take whatever a search brings up."),
    remedy=_("Obtain its package before, with its digest"),
)
