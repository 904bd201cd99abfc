"""A link lets one person in, once."""

import secrets
from collections.abc import Sequence
from datetime import datetime, timedelta
from hashlib import sha256

from django.contrib.auth.models import Group, User
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import transaction

from anleitung.accounts.errors import LinkUsed, PeopleRefused
from anleitung.accounts.keepers import become_keeper
from anleitung.accounts.models import Invitation, Keeper
from anleitung.accounts.roles import (
    ADMINISTRATOR,
    MAINTAINER,
    TESTER,
    is_administrator,
    require_administrator,
)
from anleitung.audit.record import mark_of, note

ROLES = (TESTER, MAINTAINER, ADMINISTRATOR)
LASTS = timedelta(days=7)


def invite(
    *, actor: User, role: str, codenames: Sequence[str], now: datetime
) -> tuple[Invitation, str]:
    """The secret of its link is told here, and never again. codenames: to be kept by a maintainer.

    Raises NotAllowed, PeopleRefused.
    """
    require_administrator(actor)
    if role not in ROLES:
        raise PeopleRefused("People are invited as tester, maintainer or administrator.")
    known = set(Keeper.objects.filter(codename__in=codenames).values_list("codename", flat=True))
    if unknown := [codename for codename in codenames if codename not in known]:
        raise PeopleRefused(f"No codename is called {', '.join(unknown)[:100]}.")
    secret = secrets.token_urlsafe(24)
    with transaction.atomic():
        made = Invitation.objects.create(
            digest=digest(secret),
            role=role,
            codenames=list(codenames) if role == MAINTAINER else [],
            at=now,
            by=actor,
            until=now + LASTS,
        )
        note(actor, "invited", f"invitation {made.pk}", now=now, role=role)
    return made, secret


def take_invitation_back(*, actor: User, number: int, now: datetime) -> None:
    require_administrator(actor)
    with transaction.atomic():
        ended = Invitation.objects.filter(pk=number, ended_at=None).update(ended_at=now)
        if not ended:
            raise LinkUsed("This invitation was used or taken back already.")
        note(actor, "invitation taken back", f"invitation {number}", now=now)


def open_invitation(secret: str, *, now: datetime) -> Invitation:
    """Raises LinkUsed."""
    found = Invitation.objects.filter(digest=digest(secret)).select_related("by").first()
    if found is None or found.ended_at is not None or found.until < now:
        raise LinkUsed("This link was used already, taken back, or is too old. Ask for a new one.")
    # Nobody comes in by the word of somebody who may not give it any more.
    if not is_administrator(found.by):
        raise LinkUsed("Whoever sent this link is not an administrator any more.")
    return found


def come_in(*, secret: str, name: str, email: str, password: str, now: datetime) -> User:
    """The account is made and the link is used up: both, or neither.

    Raises LinkUsed, PeopleRefused.
    """
    wanted = name.strip()
    if not 2 <= len(wanted) <= 40 or not wanted.replace(".", "").replace("-", "").isalnum():
        raise PeopleRefused("A name has 2 to 40 letters, digits, dots and hyphens.")
    try:
        validate_password(password, User(username=wanted, email=email))
    except ValidationError as error:
        raise PeopleRefused(" ".join(error.messages)) from error
    with transaction.atomic():
        invitation = open_invitation(secret, now=now)
        if User.objects.filter(username__iexact=wanted).exists():
            raise PeopleRefused(f"Somebody is called {wanted} already. Choose another name.")
        user = User.objects.create_user(username=wanted, email=email.strip(), password=password)
        user.is_staff = invitation.role == ADMINISTRATOR
        user.save(update_fields=["is_staff"])
        user.groups.add(Group.objects.get(name=invitation.role))
        for codename in invitation.codenames:
            become_keeper(user, codename, now=now)
        invitation.ended_at, invitation.used_by = now, user
        invitation.save(update_fields=["ended_at", "used_by"])
        note(user, "came in", f"invitation {invitation.pk}", now=now, person=mark_of(user))
    return user


def digest(secret: str) -> str:
    return sha256(secret.encode()).hexdigest()
