"""No tool of the guide can do what the step wants."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="no-tool-for-it",
    nature=Nature.CONSEQUENCE,
    severity=Severity.NOTE,
    says=N_("No tool of the guide has a command for this step ({subject})."),
    why=N_(
        "Readers then look for a command elsewhere, and find one for another tool or another phone."
    ),
    remedy=N_("Add the tool to the guide, or the command to the tool"),
)
