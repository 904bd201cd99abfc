"""A partition that is unique to one phone would be overwritten."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="unique-partition-touched",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="partition",
    says=_("{subject} holds calibration or identity that exists only once, on this very phone."),
    why=_("Nobody can give it back; radio and identity are lost for good."),
    remedy=_("Remove the step"),
)
