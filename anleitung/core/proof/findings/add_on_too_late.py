"""An add-on goes in after the first start of the system."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="add-on-too-late",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=_(
        "{subject} must go in before the first start of the system, and it has started already."
    ),
    why=_(
        "The system has set itself up without it, and its apps crash until the data is made anew."
    ),
    remedy=_("Install it right after the system, before the first start"),
)
