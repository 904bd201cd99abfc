"""Tokens for the command and for programs."""

import secrets
from collections.abc import Sequence
from datetime import datetime, timedelta

from django.contrib.auth.models import User
from django.db import transaction

from anleitung.accounts.errors import TokenRefused
from anleitung.accounts.models import Token
from anleitung.accounts.roles import require_tester
from anleitung.accounts.services.invite import digest
from anleitung.audit.record import note
from anleitung.core.documents.stated import stated

# read: what its person may read; draft: bring bundles into drafts; report: send reports.
SCOPES = ("read", "draft", "report")
MOST = 30
# Not every use is written down: a program may ask many times a second.
SEEN_AGAIN = timedelta(minutes=1)


def make_token(
    *, actor: User, name: str, scopes: Sequence[str], now: datetime
) -> tuple[Token, str]:
    """The secret is told here, and never again. Raises NotAllowed, TokenRefused."""
    require_tester(actor)
    says = "Give it a name of 1 to 80 characters, by which you know it again."
    text = stated(name, least=1, most=80, error=TokenRefused, says=says)
    wanted = [scope for scope in SCOPES if scope in scopes]
    if not wanted or len(wanted) != len(set(scopes)):
        raise TokenRefused("Choose what it may do: read, draft or report.")
    secret = f"anl_{secrets.token_urlsafe(32)}"
    with transaction.atomic():
        if Token.objects.filter(user=actor, ended_at=None).count() >= MOST:
            raise TokenRefused(f"You have {MOST} tokens. Revoke one first.")
        made = Token.objects.create(
            digest=digest(secret), name=text, scopes=wanted, user=actor, at=now
        )
        note(actor, "token made", f"token {made.pk}", now=now, scopes=wanted)
    return made, secret


def revoke_token(*, actor: User, number: int, now: datetime) -> None:
    """One's own. Raises TokenRefused."""
    with transaction.atomic():
        mine = Token.objects.filter(pk=number, user=actor, ended_at=None)
        if not mine.update(ended_at=now):
            raise TokenRefused("You have no such token, or it is revoked already.")
        note(actor, "token revoked", f"token {number}", now=now)


def person_of(secret: str, scope: str, *, now: datetime) -> User | None:
    """Whose token it is, None where it does not stand, is not for that, or they are gone."""
    found = Token.objects.filter(digest=digest(secret), ended_at=None).select_related("user")
    token = found.first()
    if token is None or scope not in token.scopes or not token.user.is_active:
        return None
    if token.used_at is None or now - token.used_at > SEEN_AGAIN:
        Token.objects.filter(pk=token.pk).update(used_at=now)
    return token.user
