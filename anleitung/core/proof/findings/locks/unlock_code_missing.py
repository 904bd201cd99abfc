"""Unlocking begins without its code."""

from anleitung.core.marked import N_
from anleitung.core.phone.actions.ask_for_code import AskForCode
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import insert

FINDING = Finding(
    id="unlock-code-missing",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    says=N_("The bootloader asks for a code or a file here, and nobody has asked for it yet."),
    why=N_("It takes the maker hours or days to send one."),
    remedy=N_("Ask for it in an earlier step"),
)


fix = insert(lambda: AskForCode(action="ask-for-code", id="ask-for-code"))
