"""The image could go into several partitions, and does not say into which."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="place-not-told",
    nature=Nature.CONSEQUENCE,
    severity=Severity.WARN,
    about="file",
    says=N_(
        "Neither the document nor the name of {subject} says for which "
        "partition it is made, and several would take it."
    ),
    why=N_("Two images that are swapped are written without a word, and do not start."),
    remedy=N_("Say in the package which partition it writes"),
)
