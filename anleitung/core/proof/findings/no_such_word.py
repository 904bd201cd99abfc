"""A menu word is chosen that the running recovery does not have."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="no-such-word",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    says=_("The menu of the recovery that runs here has no line “{subject}”."),
    why=_("Readers choose what sounds alike, and it does another thing."),
    remedy=_("Take the word from the document of the recovery"),
)
