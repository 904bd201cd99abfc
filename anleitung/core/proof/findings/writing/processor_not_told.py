"""The codename does not say which processor a variant has."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="processor-not-told",
    nature=Nature.CONSEQUENCE,
    severity=Severity.WARN,
    about="file",
    says=N_(
        "{subject} is made for certain processors, and the codename does not "
        "say which one these phones have."
    ),
    why=N_("Whether it fits is decided by what nobody entered."),
    remedy=N_("Enter the processor of each variant"),
)
