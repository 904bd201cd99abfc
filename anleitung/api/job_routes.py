"""The routes of work that takes long."""

from django.http import HttpRequest
from django.utils import timezone
from ninja import Router, Schema

from anleitung.api.bounds import RowId
from anleitung.api.problems import FAILURES, JobOut, ProblemOut, job_out
from anleitung.api.rights import MAINTAINERS, actor_of
from anleitung.jobs.services.ask import ask, once
from anleitung.jobs.services.stop import find_job, stop_job

router = Router(auth=MAINTAINERS)
FAILED = {FAILURES: ProblemOut}


@router.get("/jobs/{job_id}", response={200: JobOut, **FAILED})
def get_job(request: HttpRequest, job_id: RowId) -> JobOut:
    return job_out(find_job(actor=actor_of(request), job_id=job_id))


class ProvedOut(Schema):
    """proved: how many guides were out of date and are proved with the documents of today."""

    proved: int


@router.post("/prove-stale", response={200: ProvedOut, 202: JobOut, **FAILED})
def post_prove_stale(request: HttpRequest) -> ProvedOut:
    told = ask(actor=actor_of(request), kind="prove-stale", key=once(), args={}, now=timezone.now())
    return ProvedOut(**told)


@router.post("/jobs/{job_id}/stop", response={200: JobOut, **FAILED})
def post_stop(request: HttpRequest, job_id: RowId) -> JobOut:
    return job_out(stop_job(actor=actor_of(request), job_id=job_id, now=timezone.now()))
