"""What the worker does for one round over the sources."""

from django.conf import settings
from django.utils import timezone
from django_tasks import task

from anleitung.mirrors.fetch import Asking
from anleitung.mirrors.services.run_check import AtOnce, run_check


@task()
def check_sources(check_id: int) -> None:
    run_check(
        check_id=check_id,
        asking=Asking(reads=False, stand_ins=settings.STAND_INS),
        at_once=AtOnce(settings.WATCH_AT_ONCE, settings.WATCH_AT_ONCE_PER_HOST),
        now=timezone.now,
    )
