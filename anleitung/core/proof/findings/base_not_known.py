"""Whether the firmware base is new enough cannot be decided."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="base-not-known",
    kind=Kind.CONSEQUENCE,
    severity=Severity.WARN,
    about="partition",
    says=_("Whether the firmware in {subject} is new enough is not known for these phones."),
    why=_("It starts only with luck."),
    remedy=_("Admit only builds that the catalogue lists"),
)
