"""A firmware file does not say for which variant it is."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="variant-not-told",
    nature=Nature.CONSEQUENCE,
    severity=Severity.NOTE,
    about="file",
    says=N_(
        "The codename has several variants, and {subject} does not say for which of them it is."
    ),
    why=N_("Firmware of another variant ends a phone for good, and nothing here can tell."),
    remedy=N_("Enter the variants that it fits, all of them if it fits all"),
)
