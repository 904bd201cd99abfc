"""Who keeps which codename, and which nobody does."""

from collections.abc import Iterable
from datetime import datetime, timedelta

from django.contrib.auth.models import User

from anleitung.accounts.models import Keeper, Policy
from anleitung.accounts.roles import NotAllowed, is_administrator, require_maintainer

MONTH = timedelta(days=30.44)


def keeps(user: User, codename: str) -> bool:
    return Keeper.objects.filter(codename=codename, user=user, until__isnull=True).exists()


def require_keeper(actor: User, *codenames: str) -> None:
    """Who may change what is of these codenames: those who keep each, and administrators.

    "" for what belongs to the whole site: any maintainer.

    Raises NotAllowed.
    """
    require_maintainer(actor)
    if is_administrator(actor):
        return
    for codename in filter(None, codenames):
        if not keeps(actor, codename):
            who = ", ".join(keepers_of(codename)) or "nobody"
            raise NotAllowed(
                f"This is for those who keep {codename}: {who}. You can read it, remark on it and "
                "approve it; on the page of people you can ask to keep it as well.",
                code="not-your-codename",
            )


def become_keeper(user: User, codename: str, *, now: datetime) -> None:
    """Whoever brings a new codename in keeps it."""
    Keeper.objects.get_or_create(codename=codename, user=user, until=None, defaults={"since": now})


def keepers_of(codename: str) -> list[str]:
    """Names, in order; accounts that were closed keep nothing."""
    rows = Keeper.objects.filter(codename=codename, until__isnull=True, user__is_active=True)
    return sorted(row.user.get_username() for row in rows.select_related("user"))


def policy() -> Policy:
    return Policy.objects.order_by("pk").first() or Policy()


def orphaned(codenames: Iterable[str], *, now: datetime) -> set[str]:
    """Those whose keepers all closed their account or did not sign in for long."""
    since = now - policy().orphaned_after * MONTH
    kept = set()
    for row in Keeper.objects.filter(until__isnull=True, user__is_active=True).select_related(
        "user"
    ):
        if max(row.since, row.user.last_login or row.since) >= since:
            kept.add(row.codename)
    return set(codenames) - kept
