"""What the package demands cannot be decided."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="demand-not-decided",
    kind=Kind.CONSEQUENCE,
    severity=Severity.WARN,
    about="file",
    says=_("Whether the installer of {subject} accepts these phones is not known."),
    why=_("It ends well only with luck."),
    remedy=_("Admit only builds that the catalogue lists"),
)
