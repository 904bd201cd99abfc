"""The carrier never permits unlocking."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="unlock-never-permitted",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    says=N_("The carrier of this phone never permits unlocking, and its switch stays grey."),
    why=N_("Readers try for hours, or turn to offers that are not lawful."),
    remedy=N_("Admit only phones whose carrier permits it"),
)
