"""Whether a promise holds cannot be decided."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="promise-not-decided",
    kind=Kind.CONSEQUENCE,
    severity=Severity.WARN,
    about="condition",
    says=_("Whether {subject} at the end is not known for these phones."),
    why=_("What is not known cannot be relied on."),
    remedy=_("Admit only builds that the catalogue lists"),
)
