"""The worker does one job."""

import logging
import time
from collections.abc import Callable
from typing import TypeVar

from django.db import transaction
from django.db.utils import OperationalError
from django.utils import timezone

from anleitung.core.errors import AnleitungError
from anleitung.jobs.errors import JobStopped
from anleitung.jobs.models import DONE, FAILED, RUNNING, UNFINISHED, Job
from anleitung.jobs.outcomes import find_outcome, keep_outcome
from anleitung.jobs.problem import problem_of
from anleitung.jobs.work import KINDS

_log = logging.getLogger(__name__)
_Result = TypeVar("_Result")
TRIES = 60  # of some seconds each, while another writer holds the database
EVERY = 0.3  # seconds between two words on how far it is
KEEP = 200  # ended jobs


def run_job(job_id: int) -> None:
    """One that was stopped or is over is left alone."""
    if not Job.objects.filter(pk=job_id, state__in=UNFINISHED).update(state=RUNNING):
        return
    job = Job.objects.get(pk=job_id)
    told, last = time.monotonic(), (0, 0)

    def tick(done: int, total: int) -> None:
        nonlocal told, last
        last = (done, total)
        if time.monotonic() - told < EVERY and done < total:
            return
        told = time.monotonic()
        going = _patiently(
            lambda: Job.objects.filter(pk=job_id, state=RUNNING).update(done=done, total=total)
        )
        if not going:
            raise JobStopped

    try:
        kind = KINDS[job.kind]
        if kind.again or find_outcome(job.kind, job.key) is None:
            value = kind.run(job, tick)
            _patiently(lambda: keep_outcome(job.kind, job.key, value, now=timezone.now()))
        _end(job_id, DONE, total=last[1])
    except JobStopped:
        return
    except AnleitungError as error:
        _end(job_id, FAILED, problem_of(error))
    except Exception:
        _log.exception("job %s failed", job)
        says = "The work failed; the fault is ours and was written down."
        _end(job_id, FAILED, {"code": "work-failed", "message": says, "at": [], "standing": ""})


def _end(
    job_id: int, state: str, problem: dict[str, object] | None = None, *, total: int = 0
) -> None:
    def store() -> None:
        with transaction.atomic():
            Job.objects.filter(pk=job_id, state=RUNNING).update(
                state=state,
                problem=problem,
                ended_at=timezone.now(),
                given=None,
                done=total,
                total=total,
            )
            ended = Job.objects.exclude(state__in=UNFINISHED).order_by("-pk")
            Job.objects.filter(pk__in=list(ended.values_list("pk", flat=True)[KEEP:])).delete()

    _patiently(store)


def _patiently(write: Callable[[], _Result]) -> _Result:
    """Nobody waits for the worker's writes, so a database that is locked for long costs no work."""
    for left in reversed(range(TRIES)):
        try:
            return write()
        except OperationalError as error:
            if not left or "locked" not in str(error):
                raise
    raise AssertionError
