"""What guides did to phones, for all processes: what one of them ran is kept, and whoever answers

begins with that. Of each guide by itself, so that one that did not change keeps its own.
"""

import gc
import json
import logging
from collections.abc import Iterator, Mapping
from contextlib import contextmanager
from datetime import datetime
from hashlib import sha256

from anleitung.core.model_version import routing_version
from anleitung.core.routes.ground import Ground
from anleitung.core.routes.moves import Move
from anleitung.core.routes.told_runs import ToldRuns, learn_runs, tell_runs
from anleitung.guides.seals import holds_seal, seal_of
from anleitung.jobs.models import Outcome
from anleitung.jobs.outcomes import keep_outcome

KIND = "runs"
_log = logging.getLogger(__name__)


def keep_runs(ground: Ground, *, now: datetime) -> int:
    """Keeps what its guides did, nothing else of its codename; gives of how many more is kept."""
    guides = _guides(ground)
    more = sum(_keep(key, move, now=now) for key, move in guides.items())
    gone = Outcome.objects.filter(kind=KIND, key__startswith=_key(ground, ""))
    gone.exclude(key__in=guides).delete()
    return more


def is_kept(ground: Ground) -> bool:
    """Whether what is kept of each of its guides is there and counts."""
    guides = _guides(ground)
    rows = Outcome.objects.filter(kind=KIND, key__in=guides)
    return {row.key for row in rows if _opened(row) is not None} == guides.keys()


def learn_kept(ground: Ground) -> int:
    """What is kept of the guides of this ground and not known here yet; gives of how many."""
    guides = _guides(ground)
    rows = Outcome.objects.filter(kind=KIND, key__in=guides)
    new = [
        key
        for key, digest in rows.values_list("key", "digest")
        if guides[key].memory.learned != digest
    ]
    learned = 0
    with _nothing_to_collect():
        for row in Outcome.objects.filter(kind=KIND, key__in=new):
            move = guides[row.key]
            move.memory.learned = row.digest
            told = _opened(row)
            if told is not None:
                learn_runs(move, told)
                learned += 1
    return learned


@contextmanager
def _nothing_to_collect() -> Iterator[None]:
    """Much is made that stays: looking through all of it again and again takes longer than that."""
    was = gc.isenabled()
    gc.disable()
    try:
        yield
    finally:
        if was:
            gc.enable()


def _guides(ground: Ground) -> Mapping[str, Move]:
    """Each guide once, by the key under which its runs are kept; updates are of one step."""
    return {_key(ground, m.bundle.fingerprint): m for m in ground.moves if not m.is_update}


def _key(ground: Ground, fingerprint: str) -> str:
    return f"{ground.world.device.codename} {fingerprint}"


def _keep(key: str, move: Move, *, now: datetime) -> bool:
    told = json.dumps(tell_runs(move), ensure_ascii=False, separators=(",", ":"))
    model = routing_version()
    kept = {"model": model, "told": told, "seal": seal_of(key, model, told)}
    digest = sha256(json.dumps(kept, ensure_ascii=False).encode()).hexdigest()
    move.memory.learned = digest
    # Against what stands there: it may have been edited, or be gone.
    standing = Outcome.objects.filter(kind=KIND, key=key, digest=digest).first()
    if standing is not None and _opened(standing) is not None:
        return False
    keep_outcome(KIND, key, kept, now=now)
    return True


def _opened(row: Outcome) -> ToldRuns | None:
    """None where another model made it, or somebody edited it: then it is run anew."""
    try:
        kept = json.loads(row.body)
        model, told, seal = kept["model"], kept["told"], kept["seal"]
    except (ValueError, TypeError, KeyError):
        model = told = seal = ""
    if model == routing_version() and holds_seal(row.key, model, told, seal):
        found: ToldRuns = json.loads(told)
        return found
    if model == routing_version() or not model:
        _log.error("what is kept of %s was changed in storage and counts for nothing", row.key)
    return None
