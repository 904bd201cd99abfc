"""An area is wiped that the layout does not have."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="no-such-area",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="partition",
    says=_("This layout has no {subject} to wipe."),
    why=_("The recovery shows no such line, and readers take the next one to it."),
    remedy=_("Name areas and partitions that the codename has"),
)
