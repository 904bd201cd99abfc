"""A branch asks something that cannot be decided."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="branch-not-decided",
    kind=Kind.CONSEQUENCE,
    severity=Severity.STOP,
    about="condition",
    says=_("For these phones nobody can say whether {subject}, so neither way is right."),
    why=_("The reader takes one of two ways by chance."),
    remedy=_("Admit only builds that the catalogue lists, or ask for something that can be seen"),
)
