"""The routes of a review: the gate, who asked and read, runs, remarks."""

from typing import Any

from django.http import HttpRequest
from django.utils import timezone
from ninja import Router

from anleitung.api.problems import FAILURES, JobOut, ProblemOut
from anleitung.api.review_shapes import (
    AnswerRemarkIn,
    AskReviewIn,
    DoneOut,
    ReadIn,
    RemarkIn,
    RemarksOut,
    ReviewOut,
    RunIn,
    WaiveIn,
    WaiveKeyIn,
    remarks_page,
    review_page,
)
from anleitung.api.rights import MAINTAINERS, actor_of
from anleitung.guides.load import find_draft
from anleitung.review.services.read import ask_review, end_review, note_run, read
from anleitung.review.services.remark import answer, remark
from anleitung.review.services.waive import take_back, waive

router = Router(auth=MAINTAINERS)
FAILED = {FAILURES: ProblemOut}
LONG: dict[Any, Any] = {202: JobOut, **FAILED}
AT = "/drafts/{codename}/{slug}"


def _at(request: HttpRequest, codename: str, slug: str) -> dict[str, Any]:
    return {
        "actor": actor_of(request),
        "codename": codename,
        "slug": slug,
        "now": timezone.now(),
    }


@router.get(f"{AT}/review", response={200: ReviewOut, **LONG})
def get_review(request: HttpRequest, codename: str, slug: str) -> ReviewOut:
    draft = find_draft(codename, slug)
    return review_page(draft, actor=actor_of(request), now=timezone.now())


@router.post(f"{AT}/review", response={200: DoneOut, **FAILED})
def post_review(request: HttpRequest, codename: str, slug: str, body: AskReviewIn) -> DoneOut:
    ask_review(**_at(request, codename, slug), **body.dict())
    return DoneOut()


@router.post(f"{AT}/review/end", response={200: DoneOut, **FAILED})
def post_end_review(request: HttpRequest, codename: str, slug: str) -> DoneOut:
    end_review(**_at(request, codename, slug))
    return DoneOut()


@router.post(f"{AT}/waivers", response={200: DoneOut, **LONG})
def post_waiver(request: HttpRequest, codename: str, slug: str, body: WaiveIn) -> DoneOut:
    waive(**_at(request, codename, slug), **body.dict())
    return DoneOut()


@router.post(f"{AT}/waivers/take-back", response={200: DoneOut, **FAILED})
def post_take_back(request: HttpRequest, codename: str, slug: str, body: WaiveKeyIn) -> DoneOut:
    take_back(**_at(request, codename, slug), key=body.key)
    return DoneOut()


@router.post(f"{AT}/readings", response={200: DoneOut, **FAILED})
def post_reading(request: HttpRequest, codename: str, slug: str, body: ReadIn) -> DoneOut:
    read(**_at(request, codename, slug), **body.dict())
    return DoneOut()


@router.post(f"{AT}/runs", response={200: DoneOut, **FAILED})
def post_run(request: HttpRequest, codename: str, slug: str, body: RunIn) -> DoneOut:
    note_run(**_at(request, codename, slug), **body.dict())
    return DoneOut()


@router.get(f"{AT}/remarks", response={200: RemarksOut, **FAILED})
def get_remarks(request: HttpRequest, codename: str, slug: str) -> RemarksOut:
    return remarks_page(find_draft(codename, slug))


@router.post(f"{AT}/remarks", response={200: DoneOut, **FAILED})
def post_remark(request: HttpRequest, codename: str, slug: str, body: RemarkIn) -> DoneOut:
    remark(**_at(request, codename, slug), **body.dict())
    return DoneOut()


@router.post(f"{AT}/remarks/{{number}}", response={200: DoneOut, **FAILED})
def post_answer(
    request: HttpRequest, codename: str, slug: str, number: int, body: AnswerRemarkIn
) -> DoneOut:
    answer(**_at(request, codename, slug), number=number, **body.dict())
    return DoneOut()
