"""A worker of the site: takes up what was left unfinished, then waits for work.

There are two: one looks at sources and does what nobody waits for (queue default), one does what
people wait for (queue jobs).
"""

from argparse import ArgumentParser
from typing import Any

from django.apps import apps
from django.core.management import call_command
from django.core.management.base import BaseCommand
from django.db.utils import OperationalError
from django.utils import timezone
from django_tasks import TaskResultStatus
from django_tasks_db.models import DBTaskResult

from anleitung.accounts.tasks import begin_forgetting
from anleitung.jobs.models import RUNNING, WAITING, Job
from anleitung.jobs.models import UNFINISHED as UNFINISHED_JOBS
from anleitung.jobs.services.ask import begin_for_site
from anleitung.jobs.tasks import do_job
from anleitung.mirrors.models import UNFINISHED, Check
from anleitung.mirrors.tasks import check_sources
from anleitung.processes.end_with_parent import end_with_parent

QUEUES = ("default", "jobs")


def resume(queue: str) -> int:
    """What was under way when the last worker ended is done again; gives how many were lost."""
    running = DBTaskResult.objects.filter(status=TaskResultStatus.RUNNING, queue_name=queue)
    running.update(status=TaskResultStatus.READY, started_at=None)
    ready = DBTaskResult.objects.ready().filter(queue_name=queue)
    waiting = [r.args_kwargs["kwargs"] for r in ready]
    if queue == "jobs":
        return _resume_jobs({each.get("job_id") for each in waiting})
    checks = {each.get("check_id") for each in waiting}
    left = [c for c in Check.objects.filter(state__in=UNFINISHED) if c.pk not in checks]
    for check in left:
        check_sources.enqueue(check_id=check.pk)
    return len(left)


def _resume_jobs(waiting: set[Any]) -> int:
    Job.objects.filter(state=RUNNING).update(state=WAITING, done=0)
    left = [j for j in Job.objects.filter(state__in=UNFINISHED_JOBS) if j.pk not in waiting]
    for job in left:
        do_job.enqueue(job_id=job.pk)
    return len(left)


class Command(BaseCommand):
    help = "Do the site's work in the background. Run exactly one for each queue."

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument("--until-idle", action="store_true", help="end when nothing is left")
        parser.add_argument("--queue", choices=QUEUES, default="default")

    def handle(self, *args: Any, **options: Any) -> None:
        end_with_parent()
        while not self._work(options):
            # The library's loop ends where the database is locked for long; the work goes on.
            self.stderr.write("The database is locked; the worker begins again.")

    def _work(self, options: dict[str, Any]) -> bool:
        """Whether it ended of itself."""
        try:
            self._begin(options["queue"])
            call_command(
                "db_worker",
                queue_name=options["queue"],
                interval=0.1 if options["queue"] == "jobs" else 1.0,
                startup_delay=False,
                batch=options["until_idle"],
                verbosity=0,
            )
        except OperationalError as error:
            if "locked" not in str(error):
                raise
            return False
        return True

    def _begin(self, queue: str) -> None:
        resume(queue)
        if queue == "default":
            begin_forgetting()
        if queue == "jobs":
            begin_for_site(kind="prove-all", key="all", args={}, now=timezone.now())
            # Of the app beside this one, which may not be imported: by its name.
            for each in apps.get_app_configs():
                getattr(each, "worker_begins", lambda: None)()
