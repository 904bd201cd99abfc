"""Guides are gone through before anybody asks: for what is asked of a codename before all else."""

import logging
from datetime import datetime

from anleitung.catalogue.models import Entry
from anleitung.core.diagrams.run import BudgetSpent
from anleitung.core.errors import AnleitungError
from anleitung.core.model_version import routing_version
from anleitung.core.routes.usual import go_through, make_ready, usual_questions
from anleitung.jobs.outcomes import find_outcome, keep_outcome
from anleitung.routes.ask import ground_of
from anleitung.routes.kept_runs import KIND, is_kept, keep_runs, learn_kept
from anleitung.routes.mapping import state_of

_log = logging.getLogger(__name__)


def go_through_codename(codename: str, *, now: datetime) -> int:
    """Gives of how many guides more is kept now. Does nothing where all stood so the last time.

    Raises NoSuchDocument, BudgetSpent.
    """
    on = ground_of(codename, now=now)
    done = {"state": state_of(on), "model": routing_version()} if on else {}
    if on is None or (find_outcome(KIND, codename) == done and is_kept(on.ground)):
        return 0
    learn_kept(on.ground)
    for known, aim in usual_questions(on.ground):
        go_through(on.ground, known, aim)
    more = keep_runs(on.ground, now=now)
    keep_outcome(KIND, codename, done, now=now)
    return more


def warm_routes(*, now: datetime) -> int:
    """Makes the ground of each codename and learns what is kept; gives of how many guides.

    One that cannot be made keeps no site from starting: whoever asks is told then.
    """
    learned = 0
    for codename in codenames():
        try:
            on = ground_of(codename, now=now)
            if on is not None:
                make_ready(on.ground)
                learned += learn_kept(on.ground)
        except (AnleitungError, BudgetSpent) as error:
            _log.warning("the routes of %s were not made ready: %r", codename, error)
    return learned


def codenames() -> list[str]:
    found = Entry.objects.filter(kind="device", retired_at=None)
    return sorted(set(found.values_list("codename", flat=True)))
