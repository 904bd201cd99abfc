"""A person stops a job of their own."""

from datetime import datetime

from django.contrib.auth.models import User
from django.db.models import F, Q

from anleitung.jobs.errors import JobRefused
from anleitung.jobs.models import STOPPED, UNFINISHED, Job


def find_job(*, actor: User, job_id: int) -> Job:
    """Raises JobRefused, also for somebody else's."""
    job = Job.objects.filter(pk=job_id, asked_by=actor).first()
    if job is None:
        raise JobRefused("You have no such work under way.")
    return job


def stop_job(*, actor: User, job_id: int, now: datetime) -> Job:
    """Raises JobRefused, also where the last part was begun: what it stores is stored then."""
    job = find_job(actor=actor, job_id=job_id)
    storing = Q(total__gt=0, done=F("total"))
    going = Job.objects.filter(pk=job.pk, state__in=UNFINISHED).exclude(storing)
    ended = going.update(state=STOPPED, ended_at=now, given=None)
    if not ended:
        raise JobRefused("This work is at its end already.")
    job.refresh_from_db()
    return job
