"""A code is asked for that does not exist."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="no-code-to-ask-for",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    says=_("Nobody gives out a code for this codename: it is opened in another way."),
    why=_("Readers wait for something that never comes."),
    remedy=_("Leave the step out"),
)
