"""A card is used on a phone that has no slot for one."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="no-card-slot",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    says=_("This phone has no slot for a card."),
    why=_("The reader cannot do it."),
    remedy=_("Use the internal storage, or sideload"),
)
