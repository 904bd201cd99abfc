"""A card is used, and none is in the phone."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="card-not-in",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    says=N_("There is no card in these phones, or nobody can tell whether there is."),
    why=N_("The reader stands before an empty list of files, with the data already gone."),
    remedy=N_("Admit only phones with a card in, or copy the file to the internal storage"),
)
