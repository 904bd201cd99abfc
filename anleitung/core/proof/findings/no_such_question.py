"""A step answers what the codename never asks, or with an answer that it does not know."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="no-such-question",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    says=_("This codename knows no question “{subject}” with that answer."),
    why=_("The reader cannot do it."),
    remedy=_("Name a question and an answer of the codename"),
)
