"""Failed log-ins over many names from one address are held back, without locking out the owner.

Beside the limit by name and address (django-axes). Whoever signed in from this browser before
carries a signed mark for their name: others who share the address do not count against them.
"""

from collections.abc import Mapping
from datetime import datetime
from typing import Any

from django.conf import settings
from django.core import signing
from django.core.exceptions import PermissionDenied
from django.http import HttpRequest
from django.utils import timezone

from anleitung.limits.addresses import client_address
from anleitung.limits.spend import Limit, TooMany, address_name, count, require_room

COOKIE = "anleitung_known"
SALT = "anleitung.accounts.known"
KEEP = 180 * 86_400  # seconds


class AddressLimit:
    """An authentication backend that lets nobody in, and stops the others where it must."""

    def authenticate(
        self, request: HttpRequest | None, username: str | None = None, **credentials: Any
    ) -> None:
        if request is None:
            return
        now = timezone.now()
        try:
            require_room(*_counted(request, username or "", now), now=now, says="")
        except TooMany as error:
            request.log_in_again = error.again  # type: ignore[attr-defined]
            raise PermissionDenied from error


def note_failure(request: HttpRequest | None, credentials: Mapping[str, Any]) -> None:
    """A refused try does not count: it was never held against a password."""
    if request is None or hasattr(request, "log_in_again"):
        return
    now = timezone.now()
    name = str(credentials.get("username", ""))
    count(*_counted(request, name, now), now=now)


def not_by_name(request: HttpRequest, credentials: Mapping[str, Any] | None) -> bool:
    """For django-axes: who is known to this browser is not shut out by who shares the address."""
    return is_known(request, str((credentials or {}).get("username", "")))


def _counted(request: HttpRequest, name: str, now: datetime) -> tuple[Limit, str]:
    """A known browser has a count of its own, so that a stolen mark opens no endless guessing."""
    if is_known(request, name):
        return Limit("log-in known", settings.LOG_INS_PER_ADDRESS), f"name {name.casefold()}"[:70]
    limit = Limit("log-in", settings.LOG_INS_PER_ADDRESS)
    return limit, address_name(client_address(request), now)


def is_known(request: HttpRequest, name: str) -> bool:
    try:
        told = signing.loads(request.COOKIES.get(COOKIE, ""), salt=SALT, max_age=KEEP)
    except signing.BadSignature:
        return False
    return bool(name) and told == name.casefold()


def mark_known(response: Any, name: str) -> None:
    response.set_cookie(
        COOKIE,
        signing.dumps(name.casefold(), salt=SALT),
        max_age=KEEP,
        httponly=True,
        samesite="Lax",
        secure=settings.SECURE,
    )
