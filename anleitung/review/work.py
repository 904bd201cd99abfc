"""The long work of a review, as the worker does it."""

from typing import Any

from anleitung.guides.work import row_of
from anleitung.jobs.models import Job
from anleitung.jobs.work import JobKind, Tick, register
from anleitung.review.gate import WAYS, run_ways
from anleitung.review.mails import WORK as TELL


def _run_ways(job: Job, tick: Tick) -> list[dict[str, Any]]:
    tick(0, 1)
    return run_ways(row_of(job.args))


def register_all() -> None:
    register(TELL)
    register(JobKind(WAYS, "running the ways back", _run_ways))
