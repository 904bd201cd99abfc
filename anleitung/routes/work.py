"""The map of a codename, as the worker makes it."""

from typing import Any

from django.utils import timezone

from anleitung.jobs.models import Job
from anleitung.jobs.work import JobKind, Tick, register


def _map(job: Job, tick: Tick) -> dict[str, Any]:
    from anleitung.routes.ask import ground_of
    from anleitung.routes.mapping import map_of

    tick(0, 1)
    on = ground_of(job.args["codename"], now=timezone.now())
    return map_of(on).model_dump(mode="json") if on is not None else {}


def register_all() -> None:
    register(JobKind("map", "which guide and update leads to which", _map, again=True))
