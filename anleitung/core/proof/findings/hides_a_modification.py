"""A step only hides that the phone was modified."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="hides-a-modification",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="app",
    says=_("In {subject} a switch is turned on that only hides that the phone was modified."),
    why=_("It deceives a seller, a buyer or a maker; such a guide is not published."),
    final=True,
    remedy=_("Leave it out"),
)
