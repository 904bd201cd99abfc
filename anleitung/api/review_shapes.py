"""What a review answers with."""

from datetime import datetime
from typing import Annotated, Literal

from django.contrib.auth.models import User
from ninja import Schema
from pydantic import Field

from anleitung.api.writing_shapes import SeenIn
from anleitung.core.gate.model import Gate
from anleitung.core.guide.bundle import Bundle
from anleitung.guides.comparing import predecessor_of
from anleitung.guides.load import load_whole
from anleitung.guides.models import Draft
from anleitung.review.asked import ask_gate
from anleitung.review.models import Reading, Remark, TrialRun
from anleitung.review.places import PlaceKind, places_of, words_at
from anleitung.review.services.read import review_of
from anleitung.review.services.remark import remarks_of

Words = Annotated[str, Field(max_length=8_000)]


class DoneOut(Schema):
    done: bool = True


class ReviewRequestOut(Schema):
    """moved: the draft was changed since."""

    by: str
    at: datetime
    says: str
    moved: bool


class ReadByOut(Schema):
    """verdict: "", approve or changes. state: its number in the history. current: of the state

    that stands now; what was said of another one counts no more.
    """

    by: str
    at: datetime
    verdict: str
    says: str
    state: int | None
    current: bool


class TrialRunOut(Schema):
    by: str
    at: datetime
    phone: str
    ended_well: bool
    says: str
    current: bool


class RemarkAnswerOut(Schema):
    """turn: "" for words alone, resolved or reopened."""

    by: str
    at: datetime
    text: str
    turn: str


class RemarkOut(Schema):
    """here: the part is still in the draft; quote: its words then; now: its words today."""

    number: int
    kind: str
    place: str
    quote: str
    now: str
    here: bool
    text: str
    by: str
    at: datetime
    resolved_by: str
    answers: list[RemarkAnswerOut]


class RemarkPlaceOut(Schema):
    """A part of the draft that can be remarked on."""

    kind: str
    place: str
    words: str


class RemarksOut(Schema):
    remarks: list[RemarkOut]


class ReviewOut(Schema):
    """is_open: whether the gate lets the draft through; me: who looks; last_look: the number of

    the state that they read last, None where that is the present one or they read none.
    """

    codename: str
    slug: str
    title: str
    fingerprint: str
    me: str
    gate: Gate
    is_open: bool
    request: ReviewRequestOut | None
    readings: list[ReadByOut]
    runs: list[TrialRunOut]
    remarks: list[RemarkOut]
    places: list[RemarkPlaceOut]
    last_look: int | None
    published: str


class AskReviewIn(SeenIn):
    says: Words = ""


class WaiveKeyIn(Schema):
    key: Annotated[str, Field(max_length=40)]


class WaiveIn(SeenIn, WaiveKeyIn):
    reason: Words


class ReadIn(SeenIn):
    verdict: Literal["", "approve", "changes"] = ""
    says: Words = ""


class RunIn(SeenIn):
    phone: Words
    ended_well: bool
    says: Words = ""


class RemarkIn(Schema):
    """kind, place: a row or file by its id, the condition "admission" or of a row, a field of the

    head by its name.
    """

    kind: PlaceKind
    place: Annotated[str, Field(max_length=130)]
    text: Words


class AnswerRemarkIn(Schema):
    text: Words = ""
    turn: Literal["", "resolved", "reopened"] = ""


def review_page(draft: Draft, *, actor: User, now: datetime) -> ReviewOut:
    """Raises UnderWay, UnreadableGuide."""
    gate, whole = ask_gate(actor=actor, draft=draft, now=now), load_whole(draft)
    asked, before = review_of(draft), predecessor_of(draft)
    readings = list(Reading.objects.filter(guide=draft.guide).select_related("by").order_by("pk"))
    mine = next((r for r in reversed(readings) if r.by_id == actor.pk), None)
    return ReviewOut(
        codename=draft.chosen or draft.guide.codename,
        slug=draft.guide.slug,
        title=draft.title,
        fingerprint=draft.fingerprint,
        me=actor.get_username(),
        gate=gate,
        is_open=gate.is_open,
        request=ReviewRequestOut(
            by=asked.by.get_username(),
            at=asked.at,
            says=asked.says,
            moved=asked.fingerprint != draft.fingerprint,
        )
        if asked
        else None,
        readings=[_reading(r, draft) for r in readings],
        runs=[_run(r, draft) for r in TrialRun.objects.filter(guide=draft.guide).order_by("pk")],
        remarks=[remark_out(r, whole) for r in remarks_of(draft)],
        places=[RemarkPlaceOut(kind=k, place=p, words=w) for k, p, w in places_of(whole)],
        last_look=mine.state if mine and mine.fingerprint != draft.fingerprint else None,
        published=before.version if before else "",
    )


def _reading(row: Reading, draft: Draft) -> ReadByOut:
    return ReadByOut(
        by=row.by.get_username(),
        at=row.at,
        verdict=row.verdict,
        says=row.says,
        state=row.state,
        current=row.fingerprint == draft.fingerprint,
    )


def _run(row: TrialRun, draft: Draft) -> TrialRunOut:
    return TrialRunOut(
        by=row.by.get_username(),
        at=row.at,
        phone=row.phone,
        ended_well=row.ended_well,
        says=row.says,
        current=row.fingerprint == draft.fingerprint,
    )


def remark_out(row: Remark, whole: Bundle) -> RemarkOut:
    stands = words_at(whole, row.kind, row.place) if row.kind in KINDS else None  # type: ignore[arg-type]
    return RemarkOut(
        number=row.pk,
        kind=row.kind,
        place=row.place,
        quote=row.quote,
        now=stands or "",
        here=stands is not None,
        text=row.text,
        by=row.by.get_username(),
        at=row.at,
        resolved_by=row.resolved_by.get_username() if row.resolved_by else "",
        answers=[
            RemarkAnswerOut(by=a.by.get_username(), at=a.at, text=a.text, turn=a.turn)
            for a in sorted(row.answers.all(), key=lambda a: a.pk)
        ],
    )


def remarks_page(draft: Draft) -> RemarksOut:
    whole = load_whole(draft)
    return RemarksOut(remarks=[remark_out(r, whole) for r in remarks_of(draft)])


KINDS = ("row", "file", "condition", "head")
