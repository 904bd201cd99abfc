"""An app or a switch is named that no document of the guide describes."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="no-such-app",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    says=_("No program of the guide is {subject}."),
    why=_("What the step does on the phone is not known."),
    remedy=_("Bring in the document of the program"),
)
