"""How often the sources are looked at without being asked."""

from datetime import datetime

from django.contrib.auth.models import User
from django.db import transaction

from anleitung.accounts.roles import require_maintainer
from anleitung.mirrors.due import ask_again
from anleitung.mirrors.errors import WatchRefused
from anleitung.mirrors.models import Schedule

LEAST, MOST = 6, 24 * 31


def set_schedule(*, actor: User, every_hours: int, reads: bool, now: datetime) -> Schedule:
    """every_hours: 0 for never. Raises WatchRefused."""
    require_maintainer(actor)
    if every_hours and not LEAST <= every_hours <= MOST:
        raise WatchRefused(f"Every {LEAST} to {MOST} hours, or never (0): hosts are not pressed.")
    with transaction.atomic():
        Schedule.objects.all().delete()
        schedule = Schedule.objects.create(every_hours=every_hours, reads=reads, changed_at=now)
        if every_hours:
            ask_again(schedule, now)
    return schedule
