"""How often the sources are looked at without being asked."""

from contextlib import suppress
from datetime import datetime, timedelta
from typing import Any

from django.db import transaction

from anleitung.accounts.roles import require_maintainer
from anleitung.mirrors.errors import WatchRefused
from anleitung.mirrors.models import Schedule
from anleitung.mirrors.services.start_check import start_check
from anleitung.mirrors.tasks import check_when_due

LEAST, MOST = 6, 24 * 31


def set_schedule(*, actor: Any, every_hours: int, reads: bool, now: datetime) -> Schedule:
    """every_hours: 0 for never. Raises WatchRefused."""
    require_maintainer(actor)
    if every_hours and not LEAST <= every_hours <= MOST:
        raise WatchRefused(f"Every {LEAST} to {MOST} hours, or never (0): hosts are not pressed.")
    with transaction.atomic():
        Schedule.objects.all().delete()
        schedule = Schedule.objects.create(every_hours=every_hours, reads=reads, changed_at=now)
        if every_hours:
            _ask_again(schedule, now)
    return schedule


def run_when_due(*, schedule_id: int, now: datetime) -> None:
    """Asks for a round and comes back; a schedule that was replaced ends here."""
    schedule = Schedule.objects.filter(pk=schedule_id).first()
    if schedule is None or not schedule.every_hours:
        return
    # One may be under way, or nothing there to look at: then the next one will do.
    with suppress(WatchRefused):
        start_check(actor=None, reads=schedule.reads, codename="", now=now)
    _ask_again(schedule, now)


def _ask_again(schedule: Schedule, now: datetime) -> None:
    due = now + timedelta(hours=schedule.every_hours)
    check_when_due.using(run_after=due).enqueue(schedule_id=schedule.pk)
