"""A round over the sources is asked for; the worker does it."""

from datetime import datetime

from django.contrib.auth.models import User
from django.db import transaction

from anleitung.accounts.roles import require_maintainer
from anleitung.mirrors.errors import WatchRefused
from anleitung.mirrors.models import UNFINISHED, Check, Look
from anleitung.mirrors.sources import all_sources, sources_of
from anleitung.mirrors.tasks import check_sources

MOST_SOURCES = 5_000


def start_check(*, actor: User | None, reads: bool, codename: str, now: datetime) -> Check:
    """codename: "" for all. actor: None for the schedule. Raises WatchRefused."""
    if actor is not None:
        require_maintainer(actor)
    sources = sources_of(codename) if codename else all_sources()
    if not sources:
        raise WatchRefused("No file set names a source; there is nothing to look at.")
    if len(sources) > MOST_SOURCES:
        raise WatchRefused(f"More than {MOST_SOURCES:,} sources; check one codename at a time.")
    with transaction.atomic():
        if Check.objects.filter(state__in=UNFINISHED).exists():
            raise WatchRefused("A check is under way already; stop it, or wait for its end.")
        check = Check.objects.create(asked_at=now, asked_by=actor, reads=reads)
        Look.objects.bulk_create(
            Look(
                check_round=check,
                address=s.wanted.address,
                name=s.name,
                size=s.wanted.size,
                sha256=s.wanted.sha256,
            )
            for s in sources
        )
        check_sources.enqueue(check_id=check.pk)
    return check


def cancel_check(*, actor: User, check_id: int, now: datetime) -> Check:
    """What was looked at stays; the rest is left out. Raises WatchRefused."""
    require_maintainer(actor)
    ended = Check.objects.filter(pk=check_id, state__in=UNFINISHED).update(
        state="cancelled", ended_at=now
    )
    if not ended:
        raise WatchRefused("This check is at its end already.")
    return Check.objects.get(pk=check_id)
