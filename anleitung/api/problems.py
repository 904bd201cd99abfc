"""Every failure of the API has one shape, the framework's own included."""

from collections.abc import Callable
from typing import Any

from django.http import Http404, HttpRequest, HttpResponse
from ninja import NinjaAPI, Schema
from ninja.errors import AuthenticationError, HttpError, ValidationError

from anleitung.core.errors import AnleitungError
from anleitung.jobs.errors import JobFailed, UnderWay
from anleitung.jobs.models import Job
from anleitung.jobs.outcomes import find_outcome
from anleitung.jobs.problem import problem_of
from anleitung.jobs.services.ask import is_once
from anleitung.jobs.work import says_of
from anleitung.limits.spend import TooMany

STATUS = {
    "sign-in-first": 401,
    "no-right": 403,
    "no-such-guide": 404,
    "no-such-draft": 404,
    "not-for-codename": 404,
    "name-taken": 409,
    "no-such-revision": 404,
    "no-such-file": 404,
    "no-such-step": 404,
    "not-carried": 404,
    "no-phone-like-that": 404,
    "no-such-form": 404,
    "replaced": 404,
    "draft-moved": 409,
    "already-published": 409,
    "publish-blocked": 409,
    "invalid-bundle": 422,
    "withdraw-refused": 422,
    "no-such-document": 404,
    "no-such-build": 404,
    "document-moved": 409,
    "invalid-document": 422,
    "invalid-csv": 422,
    "too-many-lines": 422,
    "retire-refused": 422,
    "note-refused": 422,
    "invalid-list": 422,
    "watch-refused": 422,
    "signed-refused": 422,
    "invalid-signature": 422,
    "invalid-picture": 422,
    "no-fix": 422,
    "change-note-refused": 422,
    "deprecate-refused": 422,
    "version-too-low": 422,
    "nothing-in-common": 422,
    "contest-refused": 422,
    "unreadable-guide": 409,
    "unreadable-document": 409,
    "not-proved": 409,
    "rename-refused": 422,
    "job-refused": 409,
    "too-many": 429,
    "work-failed": 500,
    "notice-refused": 422,
    "trial-refused": 422,
    "not-your-codename": 403,
    "invalid-report": 422,
    "key-used": 409,
    "too-many-reports": 429,
    "waiver-refused": 422,
    "review-refused": 409,
    "remark-refused": 422,
    "no-such-remark": 404,
    "no-such-state": 404,
    "nothing-to-undo": 409,
    "edit-refused": 422,
    "begin-refused": 422,
    "too-many-notes": 422,
    "unreadable-line": 422,
}
FAILURES = frozenset(sorted({*STATUS.values(), 400, 422}))


class PlaceOut(Schema):
    """file: name within the bundle, or the field of a request; line: 0 where there is none."""

    file: str
    line: int
    message: str


class ProblemOut(Schema):
    """standing: for draft-moved, the fingerprint of the draft that stands there now."""

    code: str
    message: str
    at: list[PlaceOut] = []
    standing: str = ""


class JobOut(Schema):
    """Work that is under way, or how it ended. result: of what is done once; else ask again."""

    id: int
    kind: str
    says: str
    state: str
    done: int
    total: int
    problem: ProblemOut | None = None
    result: Any = None


def job_out(job: Job) -> JobOut:
    return JobOut(
        id=job.pk,
        kind=job.kind,
        says=says_of(job),
        state=job.state,
        done=job.done,
        total=job.total,
        problem=ProblemOut(**job.problem) if job.problem else None,
        result=find_outcome(job.kind, job.key) if _is_told(job) else None,
    )


def _is_told(job: Job) -> bool:
    return job.state == "done" and is_once(job.key)


def add_handlers(api: NinjaAPI) -> None:
    def answer(request: HttpRequest, problem: ProblemOut, status: int) -> HttpResponse:
        return api.create_response(request, problem, status=status)

    def on(kind: type[Exception]) -> Callable[[Any], Any]:
        return api.exception_handler(kind)

    @on(AnleitungError)
    def domain(request: HttpRequest, error: AnleitungError) -> HttpResponse:
        response = answer(request, ProblemOut(**problem_of(error)), STATUS.get(error.code, 422))
        if isinstance(error, TooMany):
            response["Retry-After"] = str(error.again)
        return response

    @on(UnderWay)
    def under_way(request: HttpRequest, error: UnderWay) -> HttpResponse:
        return api.create_response(request, job_out(error.job), status=202)

    @on(JobFailed)
    def failed(request: HttpRequest, error: JobFailed) -> HttpResponse:
        problem = ProblemOut(**error.problem)  # type: ignore[arg-type]
        return answer(request, problem, STATUS.get(problem.code, 500))

    @on(AuthenticationError)
    def not_signed_in(request: HttpRequest, error: AuthenticationError) -> HttpResponse:
        problem = ProblemOut(code="sign-in-first", message="Sign in first; your work is kept.")
        return answer(request, problem, 401)

    @on(ValidationError)
    def invalid(request: HttpRequest, error: ValidationError) -> HttpResponse:
        at = [
            PlaceOut(file=".".join(map(str, e["loc"])), line=0, message=e["msg"])
            for e in error.errors
        ]
        problem = ProblemOut(code="invalid-request", message="The request cannot be read.", at=at)
        return answer(request, problem, 422)

    @on(HttpError)
    def http(request: HttpRequest, error: HttpError) -> HttpResponse:
        code = "no-right" if error.status_code == 403 else "invalid-request"
        return answer(request, ProblemOut(code=code, message=str(error)), error.status_code)

    @on(Http404)
    def missing(request: HttpRequest, error: Http404) -> HttpResponse:
        return answer(request, ProblemOut(code="not-found", message="Page not found."), 404)
