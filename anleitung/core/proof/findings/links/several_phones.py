"""Another phone is on the same computer."""

from anleitung.core.marked import N_
from anleitung.core.phone.actions.clear_link import ClearLink
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import insert_made

FINDING = Finding(
    id="several-phones",
    nature=Nature.CONSEQUENCE,
    severity=Severity.WARN,
    about="tool",
    says=N_("Another phone is plugged in, and {subject} may take that one."),
    why=N_("The command goes to the wrong phone, and nothing says so."),
    remedy=N_("Tell readers to unplug every other phone first"),
)


fix = insert_made(lambda c, f: (ClearLink(action="clear-link", id="clear-link"),))
