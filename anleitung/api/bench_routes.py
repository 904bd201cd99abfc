"""The routes of the bench phone, of single slips, and of fixes."""

from django.http import HttpRequest
from django.utils import timezone
from ninja import Router, Schema
from ninja.security import django_auth

from anleitung.accounts.roles import require_maintainer
from anleitung.api.pages import page_of
from anleitung.api.problems import FAILURES, ProblemOut
from anleitung.api.shapes import PageOut
from anleitung.core.diagrams.run import Budget
from anleitung.core.phone.actions.base import LOSS_WORDS
from anleitung.core.proof.bench import BenchOut, NoSuchPhone, walk
from anleitung.core.proof.compile import run_bundle
from anleitung.core.proof.derived import find_losses, find_turned_away, propose_promises
from anleitung.core.proof.slips import find_slips, try_slips
from anleitung.core.proof.whys import find_whys
from anleitung.guides.errors import NoSuchGuide
from anleitung.guides.load import Stored, find_draft, find_revision, load_bundle
from anleitung.guides.services.contest import contest, sign
from anleitung.guides.services.fix import Which, fix, fixes_of
from anleitung.kept import Kept

router = Router(auth=django_auth)
FAILED = {FAILURES: ProblemOut}


class HarmOut(Schema):
    """What one slip does. how: dead, lost, stuck; step: where it is made; where: where it hurts."""

    index: int
    how: str
    step: str
    slip: str
    where: str
    says: str
    witness: str
    facts: dict[str, str]


class WhyOut(Schema):
    """What would come without a wipe or a restart, and on how many kinds of phone."""

    step: str
    says: str
    needed: bool
    phones: int
    of: int


class ProposedOut(Schema):
    """A promise that could be made: it holds for every phone that comes through."""

    condition: str
    words: str


class LostOut(Schema):
    what: str
    choices: str
    phones: int
    of: int


class TurnedAwayOut(Schema):
    words: str
    phones: int
    of: int


class SlipsOut(Schema):
    """What follows from the proof of a guide.

    tried: how many single slips; harms: those that end a phone or lose something.
    """

    tried: int
    harms: list[HarmOut]
    whys: list[WhyOut]
    proposed: list[ProposedOut] = []
    lost: list[LostOut] = []
    turned_away: list[TurnedAwayOut] = []


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
    return _SLIPS.get_or(row.fingerprint, lambda: _slips(row))


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


def _slips(row: Stored) -> SlipsOut:
    compiled = run_bundle(load_bundle(row), Budget())
    if not compiled.run.finished:
        return SlipsOut(tried=0, harms=[], whys=[])
    return SlipsOut(
        tried=len(find_slips(compiled)),
        harms=[
            HarmOut(
                index=h.index,
                how=h.how,
                step=h.step,
                slip=h.slip,
                where=h.where,
                says=h.says,
                witness=h.witness,
                facts=h.facts,
            )
            for h in try_slips(compiled)
        ],
        whys=[
            WhyOut(step=w.step, says=w.says, needed=w.needed, phones=w.phones, of=w.of)
            for w in find_whys(compiled)
        ],
        proposed=[
            ProposedOut(condition=p.condition, words=p.words) for p in propose_promises(compiled)
        ],
        lost=[
            LostOut(what=LOSS_WORDS[x.what], choices=x.choices, phones=x.phones, of=x.of)
            for x in find_losses(compiled)
        ],
        turned_away=[
            TurnedAwayOut(words=t.words, phones=t.phones, of=t.of)
            for t in find_turned_away(compiled)
        ],
    )


def _row(codename: str, slug: str, short: str) -> Stored:
    return find_revision(short) if short else find_draft(codename, slug)
