"""Another program on the computer holds the link."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="link-held",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="tool",
    says=_("Another program holds the link, so {subject} cannot reach the phone."),
    why=_("It looks like a broken cable, and readers change cables for an hour."),
    remedy=_("Have other programs closed before"),
)
