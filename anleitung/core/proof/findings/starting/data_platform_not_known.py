"""Whether the user data is of a newer platform cannot be decided."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="data-platform-not-known",
    nature=Nature.CONSEQUENCE,
    severity=Severity.WARN,
    says=N_("Whether the data on these phones is of a newer platform is not known."),
    why=N_("Data is carried forward, never back: it boots only by luck."),
    remedy=N_(
        "Format data, admit only builds that are listed, or name the platform in the package"
    ),
)
