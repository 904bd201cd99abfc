"""What holds only differences meets something that was changed since."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="predecessor-changed",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="partition",
    says=N_(
        "The package holds only what differs from its predecessor, and "
        "{subject} was changed since: it refuses."
    ),
    why=N_("Root, another recovery or an add-on in it is enough for the comparison to fail."),
    remedy=N_("Write the unchanged image back first, or take the full package"),
)
