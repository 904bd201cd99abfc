"""Theft protection asks for an account after a wipe."""

from gettext import gettext as _

from anleitung.core.proof.finding import FindingKind, Kind, Severity

FINDING = FindingKind(
    id="account-asked-for",
    kind=Kind.CONSEQUENCE,
    severity=Severity.WARN,
    says=_("After this wipe the phone asks for the account that was signed in on it."),
    why=_("Who does not know it by heart is locked out by the theft protection."),
    remedy=_("Sign out of the account before the wipe"),
)
