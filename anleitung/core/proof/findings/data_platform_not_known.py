"""Whether the user data is of a newer platform cannot be decided."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="data-platform-not-known",
    kind=Kind.CONSEQUENCE,
    severity=Severity.WARN,
    says=_("Whether the data on these phones is of a newer platform is not known."),
    why=_("Data is carried forward, never back: it starts only with luck."),
    remedy=_("Format data, admit only builds that are listed, or name the platform in the package"),
)
