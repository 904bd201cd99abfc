"""A promise does not hold at the end."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="promise-not-kept",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="condition",
    says=_("At the end it is not so that {subject}."),
    why=_("Readers and guides that build on this one rely on it."),
    remedy=_("Change the procedure, or promise less"),
)
