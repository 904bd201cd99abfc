"""Rounds that nobody asks for: each asks for the next one."""

from contextlib import suppress
from datetime import datetime, timedelta

from django.utils import timezone
from django_tasks import task

from anleitung.mirrors.errors import WatchRefused
from anleitung.mirrors.models import Schedule
from anleitung.mirrors.services.start_check import start_check


@task()
def check_when_due(schedule_id: int) -> None:
    run_when_due(schedule_id=schedule_id, now=timezone.now())


def run_when_due(*, schedule_id: int, now: datetime) -> None:
    """Asks for a round and comes back; a schedule that was replaced ends here."""
    schedule = Schedule.objects.filter(pk=schedule_id).first()
    if schedule is None or not schedule.every_hours:
        return
    # One may be under way, or nothing there to look at: then the next one will do.
    with suppress(WatchRefused):
        start_check(actor=None, reads=schedule.reads, codename="", now=now)
    ask_again(schedule, now)


def ask_again(schedule: Schedule, now: datetime) -> None:
    due = now + timedelta(hours=schedule.every_hours)
    check_when_due.using(run_after=due).enqueue(schedule_id=schedule.pk)
