"""The routes of the mirror watch."""

from django.http import HttpRequest
from django.utils import timezone
from ninja import Router

from anleitung.api.bounds import RowId
from anleitung.api.problems import FAILURES, ProblemOut, job_out
from anleitung.api.rights import MAINTAINERS, actor_of
from anleitung.api.watch_shapes import (
    ChangeOut,
    CheckOut,
    RoundIn,
    ScheduleIn,
    SettleIn,
    SideOut,
    SourceOut,
    WatchOut,
    WorkOut,
)
from anleitung.catalogue.load import load_device
from anleitung.core.files.watched import tone_of
from anleitung.jobs.models import UNFINISHED as UNFINISHED_JOBS
from anleitung.jobs.models import Job
from anleitung.mirrors.models import UNFINISHED, Change, Check, Look, Schedule
from anleitung.mirrors.services.set_schedule import set_schedule
from anleitung.mirrors.services.settle import settle
from anleitung.mirrors.services.start_check import cancel_check, start_check
from anleitung.mirrors.sources import (
    Source,
    key_of,
    last_looks,
    newest_check,
    open_changes,
    sources_of,
)

router = Router(auth=MAINTAINERS)
FAILED = {FAILURES: ProblemOut}


@router.get("/codenames/{codename}/watch", response={200: WatchOut, **FAILED})
def get_watch(request: HttpRequest, codename: str) -> WatchOut:
    load_device(codename)
    return _watch(codename)


@router.post("/watch/checks", response={200: CheckOut, **FAILED})
def post_check(request: HttpRequest, body: RoundIn) -> CheckOut:
    check = start_check(
        actor=actor_of(request), reads=body.reads, codename=body.codename, now=timezone.now()
    )
    return _check(check)


@router.post("/watch/checks/{check_id}/cancel", response={200: CheckOut, **FAILED})
def post_cancel(request: HttpRequest, check_id: RowId) -> CheckOut:
    return _check(cancel_check(actor=actor_of(request), check_id=check_id, now=timezone.now()))


@router.post("/watch/changes/{change_id}/settle", response={200: ChangeOut, **FAILED})
def post_settle(request: HttpRequest, change_id: RowId, body: SettleIn) -> ChangeOut:
    change = settle(
        actor=actor_of(request), change_id=change_id, because=body.because, now=timezone.now()
    )
    return _change(change, [])


@router.post("/watch/schedule", response={200: ScheduleIn, **FAILED})
def post_schedule(request: HttpRequest, body: ScheduleIn) -> ScheduleIn:
    schedule = set_schedule(
        actor=actor_of(request), every_hours=body.every_hours, reads=body.reads, now=timezone.now()
    )
    return ScheduleIn(every_hours=schedule.every_hours, reads=schedule.reads)


@router.get("/work", response={200: WorkOut, **FAILED})
def get_work(request: HttpRequest) -> WorkOut:
    own = Job.objects.filter(asked_by=actor_of(request).pk, state__in=UNFINISHED_JOBS).first()
    job = job_out(own) if own else None
    check = newest_check()
    if check is None or check.state not in UNFINISHED:
        return WorkOut(says="", job=job)
    line = _check(check)
    return WorkOut(says=f"looking at sources, {line.done} of {line.total}", job=job)


def _watch(codename: str) -> WatchOut:
    sources = sources_of(codename)
    looks = last_looks(sources)
    check = newest_check()
    schedule = Schedule.objects.first()
    return WatchOut(
        check=_check(check) if check else None,
        sources=[_source(s, looks.get(key_of(s.wanted))) for s in sources],
        changes=[_change(change, source.titles) for source, change in open_changes(sources)],
        every_hours=schedule.every_hours if schedule else 0,
        scheduled_reads=schedule.reads if schedule else False,
    )


def _check(check: Check) -> CheckOut:
    looks = Look.objects.filter(check_round=check)
    return CheckOut(
        id=check.pk,
        state=check.state,
        total=looks.count(),
        done=looks.exclude(standing="").count(),
        reads=check.reads,
        asked_at=check.asked_at,
        by=check.asked_by.get_username() if check.asked_by else "",
        ended_at=check.ended_at,
    )


def _source(source: Source, look: Look | None) -> SourceOut:
    return SourceOut(
        address=source.wanted.address,
        file=source.name,
        standing=look.standing if look else "",
        tone=tone_of(look.standing) if look else "plain",
        says=look.says if look else "",
        at=look.at if look else None,
        millis=look.millis if look else 0,
        guides=source.titles,
    )


def _change(change: Change, guides: list[str]) -> ChangeOut:
    return ChangeOut(
        id=change.pk,
        file=change.name,
        address=change.address,
        tone=tone_of(change.standing),
        says=change.says,
        at=change.at,
        before=SideOut(**change.before),
        after=SideOut(**change.after),
        guides=guides,
    )
