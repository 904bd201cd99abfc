"""The keys work only from another mode than the one the phone is in."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="chord-begins-elsewhere",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="mode",
    says=N_("The keys for {subject} mode do not begin where the phone is now."),
    why=N_("Keys held in the wrong mode do something else, or nothing."),
    remedy=N_("Bring the phone first to where the keys begin"),
)
