"""A round over the sources is run: many at once but never too many, and from where it was left."""

import time
from collections import Counter
from collections.abc import Callable
from concurrent.futures import FIRST_COMPLETED, Future, ThreadPoolExecutor, wait
from dataclasses import dataclass, replace
from datetime import datetime
from threading import Event
from urllib.parse import urlsplit

from django.db import transaction

from anleitung.core.files.watched import Seen, Wanted, judge_source
from anleitung.mirrors.fetch import Asking, look_at
from anleitung.mirrors.models import RUNNING, UNFINISHED, Check, Look
from anleitung.mirrors.services.note_change import note_change

POLL = 0.5  # seconds between two questions whether the round was stopped


@dataclass(frozen=True, slots=True)
class AtOnce:
    """Looks at the same moment, in all and at one host."""

    all: int
    host: int


_Done = tuple[Look, Seen, int]


def run_check(
    *, check_id: int, asking: Asking, at_once: AtOnce, now: Callable[[], datetime]
) -> None:
    """Looks that are done stay done; a round that was stopped or is over is left alone."""
    if not Check.objects.filter(pk=check_id, state__in=UNFINISHED).update(state=RUNNING):
        return
    check = Check.objects.get(pk=check_id)
    todo = list(Look.objects.filter(check_round=check, standing="").order_by("id"))
    stopped = Event()
    asking = replace(asking, reads=check.reads, stop=stopped.is_set)
    running: dict[Future[_Done], str] = {}
    pool = ThreadPoolExecutor(at_once.all, thread_name_prefix="watch")
    try:
        while (todo or running) and not stopped.is_set():
            for look, host in _next(todo, Counter(running.values()), at_once):
                todo.remove(look)
                running[pool.submit(_look, look, asking)] = host
            done, _ = wait(running, timeout=POLL, return_when=FIRST_COMPLETED)
            for future in done:
                del running[future]
                _store(*future.result(), now=now())
            if not Check.objects.filter(pk=check_id, state=RUNNING).exists():
                stopped.set()
    finally:
        stopped.set()
        pool.shutdown(wait=True, cancel_futures=True)
    Check.objects.filter(pk=check_id, state=RUNNING).update(state="done", ended_at=now())


def _next(todo: list[Look], busy: Counter[str], at_once: AtOnce) -> list[tuple[Look, str]]:
    """What may be begun now, in order; a host that is busy enough is passed over."""
    found: list[tuple[Look, str]] = []
    free = at_once.all - busy.total()
    for look in todo:
        if len(found) >= free:
            break
        host = urlsplit(look.address).netloc
        if busy[host] < at_once.host:
            busy[host] += 1
            found.append((look, host))
    return found


def _look(look: Look, asking: Asking) -> _Done:
    began = time.monotonic()
    seen = look_at(Wanted(look.address, look.size, look.sha256), asking)
    return look, seen, int((time.monotonic() - began) * 1000)


def _store(look: Look, seen: Seen, millis: int, *, now: datetime) -> None:
    if seen.fault == "cancelled":
        return
    told = judge_source(Wanted(look.address, look.size, look.sha256), seen)
    look.standing, look.says = told.standing, told.says[:500]
    look.got_size, look.got_sha256 = seen.size, seen.sha256
    look.final, look.millis, look.at = seen.final[:2000], millis, now
    with transaction.atomic():
        note_change(look, told, now=now)
        look.save()
