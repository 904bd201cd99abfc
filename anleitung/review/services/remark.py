"""Remarks on a part of a draft: made, answered, resolved, reopened."""

from datetime import datetime
from typing import Literal, get_args

from django.contrib.auth.models import User
from django.db import transaction

from anleitung.accounts.roles import require_tester
from anleitung.core.documents.stated import stated
from anleitung.guides.load import find_draft, find_guide, load_whole
from anleitung.guides.models import Draft
from anleitung.review.errors import NoSuchRemark, RemarkRefused
from anleitung.review.models import Answer, Remark
from anleitung.review.places import PlaceKind, words_at

MOST = 2_000
# A guide with more open remarks than this is not reviewed but written anew.
MOST_OPEN = 500
Turn = Literal["", "resolved", "reopened"]


def remark(
    *,
    actor: User,
    codename: str,
    slug: str,
    kind: PlaceKind,
    place: str,
    text: str,
    now: datetime,
) -> Remark:
    """kind, place: the part of the draft, as it stands now. Raises NotThere, RemarkRefused."""
    require_tester(actor)
    said = _words(text, least=1)
    with transaction.atomic():
        draft = find_draft(codename, slug)
        quote = words_at(load_whole(draft), kind, place)
        if quote is None:
            raise RemarkRefused(
                "This part is not in the draft any more. Your words were not kept; copy them, and "
                "remark on what stands there now."
            )
        if Remark.objects.filter(guide=draft.guide, resolved_at=None).count() >= MOST_OPEN:
            raise RemarkRefused(f"{MOST_OPEN} remarks are open. Resolve some first.")
        return Remark.objects.create(
            guide=draft.guide,
            kind=kind,
            place=place,
            quote=quote[:500],
            fingerprint=draft.fingerprint,
            text=said,
            at=now,
            by=actor,
        )


def answer(
    *,
    actor: User,
    codename: str,
    slug: str,
    number: int,
    text: str,
    turn: Turn,
    now: datetime,
) -> Answer:
    """number: of the remark. turn: what becomes of it, "" for words alone.

    Raises NotThere, NoSuchRemark, RemarkRefused.
    """
    require_tester(actor)
    if turn not in get_args(Turn):
        raise RemarkRefused("A remark can be answered, resolved or reopened.")
    said = _words(text, least=0 if turn else 1)
    with transaction.atomic():
        guide = find_guide(codename, slug)
        found = Remark.objects.filter(guide=guide, pk=number).first()
        if found is None:
            raise NoSuchRemark(f"{slug} has no remark {number}.")
        is_resolved = found.resolved_at is not None
        if turn and is_resolved == (turn == "resolved"):
            raise RemarkRefused(f"It is {'resolved' if is_resolved else 'open'} already.")
        if turn:
            done = turn == "resolved"
            found.resolved_at, found.resolved_by = (now, actor) if done else (None, None)
            found.save(update_fields=["resolved_at", "resolved_by"])
        return Answer.objects.create(remark=found, text=said, turn=turn, at=now, by=actor)


def remarks_of(draft: Draft) -> list[Remark]:
    """All of the guide, the oldest first."""
    found = Remark.objects.filter(guide=draft.guide).select_related("by", "resolved_by")
    return list(found.prefetch_related("answers__by").order_by("pk"))


def _words(text: str, *, least: int) -> str:
    says = f"Say it in {least or 1} to {MOST:,} characters."
    return stated(text, least=least, most=MOST, error=RemarkRefused, says=says)
