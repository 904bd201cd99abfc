"""The routes of the bench phone, of single slips, and of fixes."""

from typing import Annotated, Any

from django.http import HttpRequest
from django.utils import timezone
from ninja import Router, Schema
from pydantic import Field

from anleitung.api.bounds import RowId
from anleitung.api.problems import FAILURES, JobOut, ProblemOut
from anleitung.api.rights import MAINTAINERS, actor_of
from anleitung.api.shapes import BroughtInOut
from anleitung.api.writing_shapes import SeenIn
from anleitung.core.proof.rehearse.bench import BenchOut
from anleitung.guides.asked import ask_fixes, ask_follows
from anleitung.guides.follows import Follows
from anleitung.guides.load import find_draft, load_bundle
from anleitung.guides.services.contest import contest, sign
from anleitung.guides.services.fix import Which
from anleitung.guides.walked import MOST_FACTS, walked
from anleitung.guides.work import find_row
from anleitung.jobs.services.ask import ask, once
from anleitung.limits.spend import Limit, person, spend

router = Router(auth=MAINTAINERS)
FAILED = {FAILURES: ProblemOut}
LONG: dict[Any, Any] = {202: JobOut, **FAILED}
BENCH = Limit("bench", per_hour=2_000)


class BenchIn(Schema):
    """facts: what is told of the phone; slip: index of the mistake to make, -1 for none."""

    codename: str = ""
    slug: str = ""
    short: str = ""
    facts: Annotated[dict[str, str], Field(max_length=MOST_FACTS)] = {}
    slip: Annotated[int, Field(ge=-1, le=100_000)] = -1


class FixOut(Schema):
    """An edit after which a finding is gone. hidden: what stood behind it and comes out then."""

    finding: str
    subject: str
    step: str
    says: str
    hidden: list[str]


class FixIn(Schema):
    seen: str
    finding: str
    subject: str = ""
    step: str = ""


class ContestedOut(Schema):
    id: int


class ContestIn(FixIn):
    reason: str


@router.post("/slips", response={200: Follows, **LONG})
def post_slips(
    request: HttpRequest, codename: str = "", slug: str = "", short: str = ""
) -> Follows:
    row = find_row(codename, slug, short)
    return ask_follows(actor=actor_of(request), row=row, now=timezone.now())


@router.post("/bench", response={200: BenchOut, **FAILED})
def post_bench(request: HttpRequest, body: BenchIn) -> BenchOut:
    """Stores nothing: one phone goes through the guide."""
    spend(
        BENCH, person(actor_of(request)), now=timezone.now(), says="Very many runs within the hour."
    )
    bundle = load_bundle(find_row(body.codename, body.slug, body.short))
    return walked(bundle, body.facts, body.slip if body.slip >= 0 else None)


@router.post("/drafts/{codename}/{slug}/fixes", response={200: list[FixOut], **LONG})
def post_fixes(request: HttpRequest, codename: str, slug: str) -> list[FixOut]:
    row = find_draft(codename, slug)
    return [
        FixOut(**each) for each in ask_fixes(actor=actor_of(request), row=row, now=timezone.now())
    ]


@router.post("/drafts/{codename}/{slug}/fix", response={200: BroughtInOut, **LONG})
def post_fix(request: HttpRequest, codename: str, slug: str, body: FixIn) -> BroughtInOut:
    return _fixed(request, codename, slug, body.dict())


@router.post("/drafts/{codename}/{slug}/admit-through", response={200: BroughtInOut, **LONG})
def post_admit_through(
    request: HttpRequest, codename: str, slug: str, body: SeenIn
) -> BroughtInOut:
    """Only the phones that come through are admitted from then on."""
    return _fixed(request, codename, slug, body.dict())


def _fixed(request: HttpRequest, codename: str, slug: str, args: dict[str, Any]) -> BroughtInOut:
    told = ask(
        actor=actor_of(request),
        kind="fix",
        key=once(),
        args={"codename": codename, "slug": slug, **args},
        now=timezone.now(),
    )
    return BroughtInOut(**told)


@router.post("/drafts/{codename}/{slug}/contest", response={200: ContestedOut, **FAILED})
def post_contest(request: HttpRequest, codename: str, slug: str, body: ContestIn) -> ContestedOut:
    made = contest(
        actor=actor_of(request),
        codename=codename,
        slug=slug,
        seen=body.seen,
        which=Which(body.finding, body.subject, body.step),
        reason=body.reason,
        now=timezone.now(),
    )
    return ContestedOut(id=made.pk)


@router.post("/contests/{contest_id}/sign", response={200: ContestedOut, **FAILED})
def post_sign(request: HttpRequest, contest_id: RowId) -> ContestedOut:
    signed = sign(actor=actor_of(request), contest_id=contest_id, now=timezone.now())
    return ContestedOut(id=signed.pk)
