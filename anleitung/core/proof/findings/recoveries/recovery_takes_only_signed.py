"""The maker's own recovery refuses what the maker did not sign."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="recovery-takes-only-signed",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=N_("The maker's own recovery takes only what the maker signed, and {subject} is not."),
    why=N_(
        "It refuses after the whole package was sent, with a line that many take for a broken file."
    ),
    remedy=N_("Start another recovery for it"),
)
