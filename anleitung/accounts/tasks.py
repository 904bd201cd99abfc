"""Records of log-ins are kept for a time and then deleted, every day."""

from datetime import datetime, timedelta

from axes.models import AccessAttempt, AccessFailureLog, AccessLog
from django.conf import settings
from django.core.management import call_command
from django.utils import timezone
from django_tasks import TaskResultStatus, task
from django_tasks_db.models import DBTaskResult

DAILY = timedelta(days=1)


@task()
def forget_every_day() -> None:
    now = timezone.now()
    forget_log_ins(now)
    call_command("prune_db_task_results", verbosity=0)
    forget_every_day.using(run_after=now + DAILY).enqueue()


def forget_log_ins(now: datetime) -> int:
    """Returns how many records are gone."""
    before = now - timedelta(days=settings.KEEP_LOG_IN_DAYS)
    gone = 0
    for kind in (AccessAttempt, AccessFailureLog, AccessLog):
        gone += kind.objects.filter(attempt_time__lt=before).delete()[0]
    return gone


def begin_forgetting() -> None:
    """Once: a task that waits already goes on by itself."""
    path = forget_every_day.module_path
    waiting = DBTaskResult.objects.filter(task_path=path, status=TaskResultStatus.READY)
    if not waiting.exists():
        forget_every_day.enqueue()
