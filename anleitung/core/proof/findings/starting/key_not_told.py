"""Which of several keys signed an image is not told."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="key-not-told",
    nature=Nature.CONSEQUENCE,
    severity=Severity.WARN,
    about="partition",
    says=N_("Nobody says with which key {subject} is signed, and the set holds more than one."),
    why=N_("With the wrong key enrolled, a locked phone does not start."),
    remedy=N_("Say in the package with which key it is signed"),
)
