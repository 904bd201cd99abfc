"""What was worked out once, kept for all processes."""

import json
from collections.abc import Callable, Iterable
from datetime import datetime
from hashlib import sha256
from typing import Any

from django.utils import timezone

from anleitung.jobs.models import Outcome
from anleitung.storage.recent import Kept

MOST = 5_000
# One of each revision; nobody asks for it again before something changes.
LASTING = ("evidence", "runs")
_READ: Kept[tuple[str, str, str], Any] = Kept(most=300)


def find_outcome(kind: str, key: str) -> Any | None:
    """None where there is none, or where it is not what was stored."""
    row = Outcome.objects.filter(kind=kind, key=key).first()
    return _read(row) if row else None


def find_outcomes(kind: str, keys: Iterable[str]) -> dict[str, Any]:
    """The same of many keys, in one query for each thousand; those that there are."""
    wanted = sorted(set(keys))
    rows = (
        row
        for at in range(0, len(wanted), 1_000)
        for row in Outcome.objects.filter(kind=kind, key__in=wanted[at : at + 1_000])
    )
    return {row.key: _read(row) for row in rows}


def _read(row: Outcome) -> Any | None:
    if sha256(row.body.encode()).hexdigest() != row.digest:
        return None
    return _READ.get_or((row.kind, row.key, row.digest), lambda: json.loads(row.body))


def keep_outcome(kind: str, key: str, value: Any, *, now: datetime) -> None:
    body = json.dumps(value, ensure_ascii=False)
    Outcome.objects.update_or_create(
        kind=kind,
        key=key,
        defaults={"body": body, "digest": sha256(body.encode()).hexdigest(), "at": now},
    )
    others = Outcome.objects.exclude(kind__in=LASTING).order_by("-at", "-pk")
    oldest = others.values_list("pk", flat=True)[MOST : MOST + 100]
    Outcome.objects.filter(pk__in=list(oldest)).delete()


def forget_outcome(kind: str, key: str) -> None:
    Outcome.objects.filter(kind=kind, key=key).delete()


def outcome_of(kind: str, key: str, make: Callable[[], Any]) -> Any:
    """For what takes well under a second; what takes longer is a job."""
    found = find_outcome(kind, key)
    if found is None:
        found = make()
        keep_outcome(kind, key, found, now=timezone.now())
    return found
