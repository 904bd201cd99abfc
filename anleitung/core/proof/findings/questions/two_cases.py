"""Two of several answers are so of a phone."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="two-cases",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    says=N_("More than one answer is so of these phones: {subject}."),
    why=N_("Which steps they follow is then chance."),
    remedy=N_("Say what tells them apart"),
)
