"""Who may do what."""

from typing import Any

from django.contrib.auth.models import Group, Permission

from anleitung.core.errors import AnleitungError

TESTER = "tester"
MAINTAINER = "maintainer"
ADMINISTRATOR = "administrator"


class NotAllowed(AnleitungError):
    """code tells "sign in" from "you have no right to this"."""

    def __init__(self, message: str, *, code: str) -> None:
        super().__init__(message)
        self.code = code


def ensure_roles() -> None:
    """The groups of the two roles. Administrators manage accounts; nobody edits revisions."""
    Group.objects.get_or_create(name=TESTER)
    Group.objects.get_or_create(name=MAINTAINER)
    administrators, _ = Group.objects.get_or_create(name=ADMINISTRATOR)
    administrators.permissions.set(
        Permission.objects.filter(content_type__app_label="auth", content_type__model="user")
    )


def is_administrator(user: Any) -> bool:
    return bool(
        user.is_authenticated
        and user.is_active
        and (user.is_superuser or user.groups.filter(name=ADMINISTRATOR).exists())
    )


def is_tester(user: Any) -> bool:
    """Maintainers may do what testers may."""
    return is_maintainer(user) or bool(
        user.is_authenticated and user.is_active and user.groups.filter(name=TESTER).exists()
    )


def is_maintainer(user: Any) -> bool:
    """Administrators may do what maintainers may."""
    return bool(
        user.is_authenticated
        and user.is_active
        and (user.is_superuser or user.groups.filter(name__in=(MAINTAINER, ADMINISTRATOR)).exists())
    )


def role_of(user: Any) -> str:
    """The most that somebody is, "" for a reader."""
    if is_administrator(user):
        return ADMINISTRATOR
    if is_maintainer(user):
        return MAINTAINER
    return TESTER if is_tester(user) else ""


def require_administrator(user: Any) -> None:
    if not is_administrator(user):
        raise NotAllowed("This is for administrators.", code="no-right")


def require_tester(user: Any) -> None:
    if not user.is_authenticated:
        raise NotAllowed("Sign in first; your work is kept.", code="sign-in-first")
    if not is_tester(user):
        raise NotAllowed("This is for testers and maintainers.", code="no-right")


def require_maintainer(user: Any) -> None:
    if not user.is_authenticated:
        raise NotAllowed("Sign in first; your work is kept.", code="sign-in-first")
    if not is_maintainer(user):
        raise NotAllowed(
            "This is for maintainers. An administrator can add you to them.", code="no-right"
        )
