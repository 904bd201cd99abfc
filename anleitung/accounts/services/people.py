"""What an administrator decides of people: their role, their account, and what the site demands."""

from datetime import datetime

from django.contrib.auth.models import Group, User
from django.db import transaction

from anleitung.accounts.errors import PeopleRefused
from anleitung.accounts.keepers import policy
from anleitung.accounts.models import Invitation, Keeper, Policy, Token
from anleitung.accounts.roles import (
    ADMINISTRATOR,
    MAINTAINER,
    is_administrator,
    require_administrator,
)
from anleitung.accounts.services.invite import ROLES
from anleitung.audit.record import forget_person, mark_of, note


def give_role(*, actor: User, name: str, role: str, now: datetime) -> User:
    """Raises NotAllowed, PeopleRefused."""
    require_administrator(actor)
    if role not in ROLES:
        raise PeopleRefused("A role is tester, maintainer or administrator.")
    with transaction.atomic():
        user = _person(name)
        if role != ADMINISTRATOR:
            _require_another_administrator(user)
        if role not in (MAINTAINER, ADMINISTRATOR):
            Keeper.objects.filter(user=user, until=None).update(until=now)
        user.groups.set([Group.objects.get(name=role)])
        user.is_staff = role == ADMINISTRATOR
        user.save(update_fields=["is_staff"])
        note(actor, "role", mark_of(user), now=now, role=role)
    return user


def close_account(*, actor: User, name: str, erase: bool, now: datetime) -> User:
    """One's own, or as administrator anybody's. What they wrote stays; nobody signs in with it.

    erase: their name and address go as well; the work is then somebody's who left.
    Raises NotAllowed, PeopleRefused.
    """
    with transaction.atomic():
        user = _person(name)
        if actor != user:
            require_administrator(actor)
        _require_another_administrator(user)
        user.is_active = False
        user.set_unusable_password()
        user.groups.clear()
        user.is_staff = False
        Keeper.objects.filter(user=user, until=None).update(until=now)
        Token.objects.filter(user=user, ended_at=None).update(ended_at=now)
        Invitation.objects.filter(by=user, ended_at=None).update(ended_at=now)
        note(actor, "account closed", mark_of(user), now=now, erased=erase)
        if erase:
            user.username, user.email = f"left-{user.pk}", ""
            user.first_name = user.last_name = ""
            forget_person(user)
        user.save()
    return user


def set_policy(
    *, actor: User, administrators_need_code: bool, orphaned_after: int, now: datetime
) -> Policy:
    """orphaned_after: months. Raises NotAllowed, PeopleRefused."""
    require_administrator(actor)
    if not 1 <= orphaned_after <= 120:
        raise PeopleRefused("A codename is orphaned after 1 to 120 months.")
    with transaction.atomic():
        standing = policy()
        standing.administrators_need_code = administrators_need_code
        standing.orphaned_after = orphaned_after
        standing.save()
        note(
            actor,
            "policy",
            "site",
            now=now,
            administrators_need_code=administrators_need_code,
            orphaned_after=orphaned_after,
        )
    return standing


def _person(name: str) -> User:
    found = User.objects.filter(username=name, is_active=True, is_superuser=False).first()
    if found is None:
        raise PeopleRefused(f"Nobody here is called {name[:40]}.")
    return found


def _require_another_administrator(user: User) -> None:
    if is_administrator(user):
        others = User.objects.filter(groups__name=ADMINISTRATOR, is_active=True)
        if not others.exclude(pk=user.pk).exists():
            raise PeopleRefused("This is the only administrator. Make somebody else one first.")
