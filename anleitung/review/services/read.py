"""Others are asked to read a draft; somebody read it, approves it, asks for changes, or ran it."""

from datetime import datetime
from typing import Literal

from django.contrib.auth.models import User
from django.db import transaction

from anleitung.accounts.keepers import require_keeper
from anleitung.accounts.roles import require_maintainer, require_tester
from anleitung.audit.record import note
from anleitung.core.documents.stated import stated
from anleitung.guides.history import keep_first_state
from anleitung.guides.load import find_draft, load_whole
from anleitung.guides.models import Draft
from anleitung.guides.services.redraft import require_seen
from anleitung.jobs.services.ask import begin_for_site
from anleitung.review.errors import ReviewRefused
from anleitung.review.mails import KIND
from anleitung.review.models import Reading, ReviewRequest, TrialRun

MOST = 2_000
Verdict = Literal["", "approve", "changes"]


def ask_review(
    *, actor: User, codename: str, slug: str, seen: str, says: str, now: datetime
) -> ReviewRequest:
    """Raises NotThere, DraftMoved, ReviewRefused."""
    require_keeper(actor, codename)
    text = _words(says, least=0)
    with transaction.atomic():
        draft = find_draft(codename, slug)
        require_seen(draft, seen)
        made, is_new = ReviewRequest.objects.get_or_create(
            guide=draft.guide,
            ended_at=None,
            defaults={"fingerprint": seen, "says": text, "at": now, "by": actor},
        )
        if is_new:
            args = {"request": made.pk}
            begin_for_site(kind=KIND, key=f"review {made.pk}", args=args, now=now)
    if not is_new:
        raise ReviewRefused(f"{made.by} asked for a review already.")
    return made


def end_review(*, actor: User, codename: str, slug: str, now: datetime) -> ReviewRequest:
    """It is a draft again, nothing else. Raises NotThere, ReviewRefused."""
    require_keeper(actor, codename)
    with transaction.atomic():
        found = review_of(find_draft(codename, slug))
        if found is None:
            raise ReviewRefused("It is not in review.")
        found.ended_at, found.ended_by = now, actor
        found.save(update_fields=["ended_at", "ended_by"])
    return found


def review_of(draft: Draft) -> ReviewRequest | None:
    """The one that stands."""
    standing = ReviewRequest.objects.filter(guide=draft.guide, ended_at=None)
    return standing.select_related("by").first()


def read(
    *,
    actor: User,
    codename: str,
    slug: str,
    seen: str,
    verdict: Verdict,
    says: str,
    now: datetime,
) -> Reading:
    """Of exactly the state that was seen: any change of the draft leaves it behind.

    Raises NotThere, DraftMoved, ReviewRefused.
    """
    require_maintainer(actor)
    text = _words(says, least=10 if verdict == "changes" else 0)
    with transaction.atomic():
        draft = find_draft(codename, slug)
        require_seen(draft, seen)
        if draft.state is None:
            keep_first_state(draft)
            draft.save(update_fields=["state"])
        assert draft.state is not None
        if verdict:
            did = "approved" if verdict == "approve" else "asked for changes"
            note(actor, did, seen, now=now, guide=str(draft.guide))
        return Reading.objects.create(
            guide=draft.guide,
            fingerprint=seen,
            state=draft.state.number,
            verdict=verdict,
            says=text,
            at=now,
            by=actor,
        )


def note_run(
    *,
    actor: User,
    codename: str,
    slug: str,
    seen: str,
    phone: str,
    ended_well: bool,
    says: str,
    now: datetime,
) -> TrialRun:
    """The actor carried exactly this state out. phone: which, in their words.

    Raises NotThere, DraftMoved, ReviewRefused.
    """
    require_tester(actor)
    which = stated(
        phone,
        least=3,
        most=200,
        error=ReviewRefused,
        says="Say which phone it was, with its variant and the build it began on.",
    )
    text = _words(says, least=0 if ended_well else 10)
    with transaction.atomic():
        draft = find_draft(codename, slug)
        require_seen(draft, seen)
        return TrialRun.objects.create(
            guide=draft.guide,
            fingerprint=seen,
            codename=codename if codename in load_whole(draft).codenames else "",
            phone=which,
            ended_well=ended_well,
            says=text,
            at=now,
            by=actor,
        )


def _words(says: str, *, least: int) -> str:
    needs = f"Say in {least} to {MOST:,} characters what is to be changed." if least else ""
    told = needs or f"Say it in at most {MOST:,} characters."
    return stated(says, least=least, most=MOST, error=ReviewRefused, says=told)
