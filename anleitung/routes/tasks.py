"""What the worker does for routes while nobody waits."""

import logging

from django.utils import timezone
from django_tasks import task

from anleitung.core.diagrams.run import BudgetSpent
from anleitung.core.errors import AnleitungError
from anleitung.routes.going_through import go_through_codename

_log = logging.getLogger(__name__)


@task()
def go_through_guides(codename: str) -> None:
    try:
        go_through_codename(codename, now=timezone.now())
    except (AnleitungError, BudgetSpent) as error:
        # Nothing is lost: whoever asks has it worked out then.
        _log.warning("the guides of %s were not gone through: %r", codename, error)
