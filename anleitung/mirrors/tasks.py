"""What the worker does for the watch."""

from django.conf import settings
from django.utils import timezone
from django_tasks import task

from anleitung.mirrors.fetch import Asking


@task()
def check_sources(check_id: int) -> None:
    from anleitung.mirrors.services.run_check import AtOnce, run_check

    run_check(
        check_id=check_id,
        asking=Asking(reads=False, stand_ins=settings.STAND_INS),
        at_once=AtOnce(settings.WATCH_AT_ONCE, settings.WATCH_AT_ONCE_PER_HOST),
        now=timezone.now,
    )


@task()
def check_when_due(schedule_id: int) -> None:
    from anleitung.mirrors.services.set_schedule import run_when_due

    run_when_due(schedule_id=schedule_id, now=timezone.now())
