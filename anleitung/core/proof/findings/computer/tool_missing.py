"""A tool is used that is not on the computer."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import get_tool, insert_made

FINDING = Finding(
    id="tool-missing",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="tool",
    says=N_("{subject} is not on the computer."),
    why=N_("The step cannot be done, and readers take whatever a search brings up."),
    remedy=N_("Obtain its package before, with its digest"),
)


fix = insert_made(get_tool)
