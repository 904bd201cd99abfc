"""Another program on the computer holds the link."""

from anleitung.core.marked import N_
from anleitung.core.phone.actions.clear_link import ClearLink
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import insert_made

FINDING = Finding(
    id="link-held",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="tool",
    says=N_("Another program holds the link, so {subject} cannot reach the phone."),
    why=N_("It looks like a broken cable, and readers change cables for an hour."),
    remedy=N_("Tell readers to close the other program first"),
)


fix = insert_made(lambda c, f: (ClearLink(action="clear-link", id="clear-link"),))
