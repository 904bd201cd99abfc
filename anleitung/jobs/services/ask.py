"""An answer is asked for: the kept one, or a job that works it out."""

import secrets
import time
from datetime import datetime
from typing import Any

from django.conf import settings
from django.contrib.auth.models import User
from django.db import transaction

from anleitung.jobs.errors import JobFailed, JobRefused, UnderWay
from anleitung.jobs.models import DONE, FAILED, UNFINISHED, WAITING, Job
from anleitung.jobs.outcomes import find_outcome
from anleitung.jobs.services.run import run_job
from anleitung.jobs.tasks import do_job
from anleitung.jobs.work import says_of
from anleitung.limits.spend import Limit, person, spend

POLL = 0.03
ONCE = "once "
JOBS = Limit("job", settings.JOBS_PER_HOUR)


def ask(
    *,
    actor: User,
    kind: str,
    key: str,
    args: dict[str, Any],
    now: datetime,
    given: bytes | None = None,
) -> Any:
    """The answer where it is kept, or comes within a second. One job of a person at a time.

    Raises UnderWay with the job, JobFailed with what it came to, JobRefused, TooMany.
    """
    found = find_outcome(kind, key)
    if found is not None:
        return found
    job = _begin(actor=actor, kind=kind, key=key, args=args, given=given, now=now)
    until = time.monotonic() + settings.JOB_PATIENCE
    while time.monotonic() < until and job.state in UNFINISHED:
        time.sleep(POLL)
        job.refresh_from_db(fields=["state", "problem"])
    if job.state == FAILED:
        raise JobFailed(job.problem or {})
    found = find_outcome(kind, key) if job.state == DONE else None
    if found is None:
        raise UnderWay(job)
    return found


def once() -> str:
    """A key for work that changes something: it is never answered from what is kept."""
    return f"{ONCE}{secrets.token_hex(16)}"


def is_once(key: str) -> bool:
    return key.startswith(ONCE)


def begin_for_site(*, kind: str, key: str, args: dict[str, Any], now: datetime) -> None:
    """Work that nobody waits for. One of the same that waits already does for both."""
    with transaction.atomic():
        if Job.objects.filter(kind=kind, key=key, asked_by=None, state=WAITING).exists():
            return
        job = Job.objects.create(kind=kind, key=key, args=args, asked_by=None, asked_at=now)
        if not settings.JOBS_INLINE:
            do_job.enqueue(job_id=job.pk)
    if settings.JOBS_INLINE:
        run_job(job.pk)


def _begin(
    *,
    actor: User,
    kind: str,
    key: str,
    args: dict[str, Any],
    given: bytes | None,
    now: datetime,
) -> Job:
    with transaction.atomic():
        own = Job.objects.filter(asked_by=actor, state__in=UNFINISHED).first()
        if own is not None and (own.kind, own.key) == (kind, key):
            return own
        if own is not None:
            raise JobRefused(
                f"You have work under way already ({says_of(own)}). Wait for it, or stop it."
            )
        spend(JOBS, person(actor), now=now, says=_MANY)
        job = Job.objects.create(
            kind=kind, key=key, args=args, given=given, asked_by=actor, asked_at=now, state=WAITING
        )
        if not settings.JOBS_INLINE:
            do_job.enqueue(job_id=job.pk)
    if settings.JOBS_INLINE:
        run_job(job.pk)
        job.refresh_from_db()
    return job


_MANY = "You asked for very much work within the last hour. Try again later."
