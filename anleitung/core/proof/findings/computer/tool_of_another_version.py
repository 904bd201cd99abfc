"""A tool is there in a version that is not allowed."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import get_tool, insert_made

FINDING = Finding(
    id="tool-of-another-version",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="tool",
    says=N_("{subject} is there in another version than those allowed."),
    why=N_("Other versions know other commands, or do another thing under the same name."),
    remedy=N_("Obtain the right version before"),
)


fix = insert_made(get_tool)
