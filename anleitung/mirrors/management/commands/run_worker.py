"""The one worker of the site: takes up what was left unfinished, then waits for work."""

from argparse import ArgumentParser
from typing import Any

from django.core.management import call_command
from django.core.management.base import BaseCommand
from django_tasks import TaskResultStatus
from django_tasks_db.models import DBTaskResult

from anleitung.mirrors.models import UNFINISHED, Check
from anleitung.mirrors.tasks import check_sources
from anleitung.parent import end_with_parent


def resume() -> int:
    """What was under way when the last worker ended is done again; gives how many were lost."""
    running = DBTaskResult.objects.filter(status=TaskResultStatus.RUNNING)
    running.update(status=TaskResultStatus.READY, started_at=None)
    waiting = {r.args_kwargs["kwargs"].get("check_id") for r in DBTaskResult.objects.ready()}
    left = [c for c in Check.objects.filter(state__in=UNFINISHED) if c.pk not in waiting]
    for check in left:
        check_sources.enqueue(check_id=check.pk)
    return len(left)


class Command(BaseCommand):
    help = "Do the site's work in the background. Run exactly one."

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument("--until-idle", action="store_true", help="end when nothing is left")

    def handle(self, *args: Any, **options: Any) -> None:
        end_with_parent()
        resume()
        call_command(
            "db_worker", interval=1.0, startup_delay=False, batch=options["until_idle"], verbosity=0
        )
