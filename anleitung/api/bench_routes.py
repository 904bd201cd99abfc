"""The routes of the bench phone, of single slips, and of fixes."""

from django.http import HttpRequest
from django.utils import timezone
from ninja import Router, Schema
from ninja.security import django_auth

from anleitung.accounts.roles import require_maintainer
from anleitung.api.follows import SlipsOut, follows_of
from anleitung.api.pages import page_of
from anleitung.api.problems import FAILURES, ProblemOut
from anleitung.api.shapes import PageOut
from anleitung.core.proof.bench import BenchOut, NoSuchPhone, walk
from anleitung.guides.errors import NoSuchGuide
from anleitung.guides.load import Stored, find_draft, find_revision, load_bundle
from anleitung.guides.models import Revision, Withdrawal
from anleitung.guides.services.contest import contest, sign
from anleitung.guides.services.fix import Which, fix, fixes_of
from anleitung.kept import Kept

router = Router(auth=django_auth)
FAILED = {FAILURES: ProblemOut}


class BenchIn(Schema):
    """facts: what is told of the phone; slip: index of the mistake to make, -1 for none."""

    codename: str = ""
    slug: str = ""
    short: str = ""
    facts: dict[str, str] = {}
    slip: int = -1


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


# A guide's slips never change under its fingerprint.
_SLIPS: Kept[str, SlipsOut] = Kept(most=32)


@router.get("/slips", response={200: SlipsOut, **FAILED})
def get_slips(
    request: HttpRequest, codename: str = "", slug: str = "", short: str = ""
) -> SlipsOut:
    require_maintainer(request.user)
    row = _row(codename, slug, short)
    # The rescue guides are those that are published now.
    newest = Revision.objects.order_by("-pk").values_list("pk", flat=True).first()
    return _SLIPS.get_or(
        f"{row.fingerprint} {newest} {Withdrawal.objects.count()}", lambda: follows_of(row)
    )


@router.post("/bench", response={200: BenchOut, **FAILED})
def post_bench(request: HttpRequest, body: BenchIn) -> BenchOut:
    """Stores nothing: one phone goes through the guide."""
    require_maintainer(request.user)
    bundle = load_bundle(_row(body.codename, body.slug, body.short))
    try:
        return walk(bundle, body.facts, body.slip if body.slip >= 0 else None)
    except NoSuchPhone as error:
        raise NoSuchGuide(f"This codename has no phone with {error.args[0][:120]}.") from error


@router.get("/drafts/{codename}/{slug}/fixes", response={200: list[FixOut], **FAILED})
def get_fixes(request: HttpRequest, codename: str, slug: str) -> list[FixOut]:
    require_maintainer(request.user)
    return [
        FixOut(
            finding=which.finding,
            subject=which.subject,
            step=which.step,
            says=known.says,
            hidden=list(known.hidden),
        )
        for which, known in fixes_of(find_draft(codename, slug))
    ]


@router.post("/drafts/{codename}/{slug}/fix", response={200: PageOut, **FAILED})
def post_fix(request: HttpRequest, codename: str, slug: str, body: FixIn) -> PageOut:
    draft = fix(
        actor=request.user,
        codename=codename,
        slug=slug,
        seen=body.seen,
        which=Which(body.finding, body.subject, body.step),
        now=timezone.now(),
    )
    return page_of(draft, now=timezone.now())


@router.post("/drafts/{codename}/{slug}/contest", response={200: PageOut, **FAILED})
def post_contest(request: HttpRequest, codename: str, slug: str, body: ContestIn) -> PageOut:
    contest(
        actor=request.user,
        codename=codename,
        slug=slug,
        seen=body.seen,
        which=Which(body.finding, body.subject, body.step),
        reason=body.reason,
        now=timezone.now(),
    )
    return page_of(find_draft(codename, slug), now=timezone.now())


@router.post("/contests/{contest_id}/sign", response={200: ContestedOut, **FAILED})
def post_sign(request: HttpRequest, contest_id: int) -> ContestedOut:
    signed = sign(actor=request.user, contest_id=contest_id, now=timezone.now())
    return ContestedOut(id=signed.pk)


def _row(codename: str, slug: str, short: str) -> Stored:
    return find_revision(short) if short else find_draft(codename, slug)
