"""The recovery that runs has no backup of that."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="recovery-does-not-copy",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="loss",
    says=N_("No document says that the recovery that runs here makes copies of {subject}."),
    why=N_("Readers believe that they have a copy, and wipe."),
    remedy=N_("Copy it in the system, or say in the document of the recovery what it copies"),
)
