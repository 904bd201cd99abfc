"""Counting within the last hour: over several processes, restarts and changes of the clock."""

import hmac
import secrets
from dataclasses import dataclass
from datetime import datetime, timedelta
from hashlib import sha256
from typing import Any

from django.db import IntegrityError, transaction

from anleitung.core.errors import AnleitungError
from anleitung.limits.models import DayKey, Spent

HOUR = timedelta(hours=1)
# A clock that was set back leaves uses in the future; they count, and from now on.
AHEAD = timedelta(minutes=1)


class TooMany(AnleitungError):
    """again: after how many seconds there is room."""

    code = "too-many"

    def __init__(self, message: str, *, again: int) -> None:
        super().__init__(message)
        self.again = again


@dataclass(frozen=True, slots=True)
class Limit:
    """what: name of the use; per_hour: how many of one, and all: of everybody together."""

    what: str
    per_hour: int
    all: int | None = None


def person(user: Any) -> str:
    return f"user {user.pk}"


def address_name(address: str, now: datetime) -> str:
    """A name for an address that leads to nobody once the day is over."""
    return "address " + hmac.new(_key(now), address.encode(), sha256).hexdigest()[:40]


def require_room(limit: Limit, who: str, *, now: datetime, says: str) -> None:
    """Raises TooMany; counts nothing."""
    for bucket, most in _buckets(limit, who):
        times = _times(bucket, now)
        if len(times) >= most:
            # Room is made when the oldest of the last ``most`` uses is an hour old.
            again = int((times[-most] + HOUR - now).total_seconds()) + 1
            raise TooMany(says, again=max(again, 1))


def count(limit: Limit, who: str, *, now: datetime) -> None:
    with transaction.atomic():
        Spent.objects.filter(at__lte=now - HOUR).delete()
        Spent.objects.bulk_create(Spent(bucket=b, at=now) for b, _ in _buckets(limit, who))


def spend(limit: Limit, who: str, *, now: datetime, says: str) -> None:
    """Counts one use, or raises TooMany and counts nothing."""
    with transaction.atomic():
        require_room(limit, who, now=now, says=says)
        count(limit, who, now=now)


def _buckets(limit: Limit, who: str) -> list[tuple[str, int]]:
    own = (f"{limit.what} {who}", limit.per_hour)
    return [own] if limit.all is None else [own, (f"{limit.what} all", limit.all)]


def _times(bucket: str, now: datetime) -> list[datetime]:
    """The uses that count, the oldest first."""
    Spent.objects.filter(bucket=bucket, at__gt=now + AHEAD).update(at=now)
    rows = Spent.objects.filter(bucket=bucket, at__gt=now - HOUR).order_by("at")
    return list(rows.values_list("at", flat=True))


def _key(now: datetime) -> bytes:
    found = DayKey.objects.filter(day=now.date()).first()
    if found is None:
        try:
            with transaction.atomic():
                DayKey.objects.exclude(day=now.date()).delete()
                found = DayKey.objects.create(day=now.date(), key=secrets.token_bytes(32))
        except IntegrityError:  # another process made it meanwhile
            found = DayKey.objects.get(day=now.date())
    return bytes(found.key)
