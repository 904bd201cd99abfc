"""What the worker does for routes while nobody waits."""

import logging
from datetime import datetime, timedelta

from django.utils import timezone
from django_tasks import TaskResultStatus, task
from django_tasks_db.models import DBTaskResult, DBTaskResultQuerySet

from anleitung.core.diagrams.run import BudgetSpent
from anleitung.core.errors import AnleitungError
from anleitung.routes.going_through import codenames, go_through_codename

_log = logging.getLogger(__name__)
# Who publishes often publishes more; it is gone through once for all of it.
QUIET = timedelta(minutes=1)


@task()
def go_through_guides(codename: str) -> None:
    try:
        go_through_codename(codename, now=timezone.now())
    except (AnleitungError, BudgetSpent) as error:
        # Nothing is lost: whoever asks has it worked out then.
        _log.warning("the guides of %s were not gone through: %r", codename, error)


def begin_going_through(codename: str, *, now: datetime, after: timedelta = QUIET) -> None:
    """One that waits already does for both."""
    if all(each.args_kwargs["kwargs"] != {"codename": codename} for each in _waiting()):
        go_through_guides.using(run_after=now + after).enqueue(codename=codename)


def begin_everywhere(*, now: datetime) -> None:
    """At once, whatever waits for a quiet minute."""
    _waiting().filter(run_after__gt=now).update(run_after=now)
    for codename in codenames():
        begin_going_through(codename, now=now, after=timedelta())


def _waiting() -> DBTaskResultQuerySet:
    path = go_through_guides.module_path
    return DBTaskResult.objects.filter(task_path=path, status=TaskResultStatus.READY)
