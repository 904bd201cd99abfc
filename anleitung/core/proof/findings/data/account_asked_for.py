"""Theft protection asks for an account after a wipe."""

from collections.abc import Iterator

from anleitung.core.marked import N_
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.remove import Remove
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.repair.change_steps import Edit
from anleitung.core.proof.repair.edits import insert
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="account-asked-for",
    nature=Nature.CONSEQUENCE,
    severity=Severity.WARN,
    says=N_("After this wipe the phone asks for the account that was signed in on it."),
    why=N_("Who does not know it by heart is locked out by the theft protection."),
    remedy=N_("Sign out of the account before the wipe, or say that it must be at hand"),
)

_sign_out = insert(lambda: Remove(action="remove", id="sign-out", what="account"))


def fix(compiled: Compiled, found: Found) -> Iterator[Edit]:
    yield from _sign_out(compiled, found)
    guide = compiled.bundle.guide
    at_hand = guide.model_copy(update={"at_hand": (*guide.at_hand, "account")})
    yield _("Say that the account and its password must be at hand"), at_hand
