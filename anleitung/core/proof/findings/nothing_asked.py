"""A step answers a question that the phone did not ask."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="nothing-asked",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    says=_("The phone does not ask “{subject}” here."),
    why=_("The reader looks for a question that never comes."),
    remedy=_("Put the answer right after the step that makes the phone ask"),
)
