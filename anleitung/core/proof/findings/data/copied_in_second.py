"""The copy was made in the second system, and holds nothing of the first."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="copied-in-second",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="loss",
    says=N_(
        "The second system runs here: the copy holds its {subject}, and nothing"
        " of the first system."
    ),
    why=N_("The two systems share no data, and look alike."),
    remedy=N_("Start the first system before the copy is made"),
)
