"""Theft protection asks for an account after a wipe."""

from anleitung.core.marked import N_
from anleitung.core.phone.actions.remove import Remove
from anleitung.core.proof.finding import Finding, Nature, Severity
from anleitung.core.proof.repair.edits import insert

FINDING = Finding(
    id="account-asked-for",
    nature=Nature.CONSEQUENCE,
    severity=Severity.WARN,
    says=N_("After this wipe the phone asks for the account that was signed in on it."),
    why=N_("Who does not know it by heart is locked out by the theft protection."),
    remedy=N_("Sign out of the account before the wipe"),
)


fix = insert(Remove(action="remove", id="sign-out", what="account"))
