"""The base may have changed between two legs."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="base-may-have-moved",
    kind=Kind.CONSEQUENCE,
    severity=Severity.WARN,
    about="file",
    says=_(
        "{subject} wants a certain firmware base, and the stock system may have updated "
        "itself since."
    ),
    why=_("The base that was right this morning is another one by the evening."),
    remedy=_("Turn off updates by themselves first, or check the base again"),
)
