"""Two states of guides side by side, compared by meaning."""

from datetime import datetime
from typing import Annotated, Any

from django.http import HttpRequest
from django.utils import timezone
from ninja import Router, Schema
from pydantic import Field

from anleitung.accounts.keepers import require_keeper
from anleitung.api.problems import FAILURES, JobOut, ProblemOut
from anleitung.api.rights import MAINTAINERS, actor_of
from anleitung.api.shapes import BroughtInOut, changed, redrafted_out
from anleitung.api.writing_shapes import SeenIn
from anleitung.core.revisions.version import next_version
from anleitung.guides.asked import ask_compared
from anleitung.guides.comparing import ComparedStates, note_of, predecessor_of
from anleitung.guides.history import draft_in, find_state
from anleitung.guides.load import Stored, chosen_for, find_draft, find_guide, find_version
from anleitung.guides.models import Draft, Revision
from anleitung.guides.services.take_over import take_over

router = Router(auth=MAINTAINERS)
FAILED = {FAILURES: ProblemOut}
LONG: dict[Any, Any] = {202: JobOut, **FAILED}


class StateIn(Schema):
    """version: of a published state of the guide, "" for its draft; state: a former one of the

    draft, by its number in the history.
    """

    codename: Annotated[str, Field(max_length=60)]
    slug: Annotated[str, Field(max_length=60)]
    version: Annotated[str, Field(max_length=20)] = ""
    state: Annotated[int, Field(ge=1, le=1_000_000)] | None = None


class CompareIn(Schema):
    first: StateIn
    second: StateIn


class ComparedStateOut(Schema):
    """version: "" for a draft; state: the number of a former state of it."""

    codename: str
    slug: str
    title: str
    version: str
    state: int | None
    fingerprint: str
    at: datetime
    by: str


class CompareOut(Schema):
    """version: the number that a draft gets which follows the first, "" for any others; note:

    what readers would be told of it.
    """

    first: ComparedStateOut
    second: ComparedStateOut
    version: str
    note: str
    compared: ComparedStates


@router.post("/compare", response={200: CompareOut, **LONG})
def post_compare(request: HttpRequest, body: CompareIn) -> CompareOut:
    """first: the earlier state."""
    first, second = _row(body.first), _row(body.second)
    found = ask_compared(actor=actor_of(request), first=first, second=second, now=timezone.now())
    version = ""
    follows = isinstance(second, Draft) and second.pk and predecessor_of(second) == first
    if follows and isinstance(first, Revision):
        version = next_version(first.version, found.level)
    return CompareOut(
        first=_state(first),
        second=_state(second),
        version=version,
        note=note_of(found) if version else "",
        compared=found,
    )


class TakeOverIn(SeenIn):
    """row: of the draft, "" for none; other: of the source, "" where it is gone there."""

    source: StateIn
    row: Annotated[str, Field(max_length=130)] = ""
    other: Annotated[str, Field(max_length=130)] = ""


@router.post("/drafts/{codename}/{slug}/take-over", response={200: BroughtInOut, **FAILED})
def post_take_over(
    request: HttpRequest, codename: str, slug: str, body: TakeOverIn
) -> BroughtInOut:
    actor = actor_of(request)
    require_keeper(actor, codename)  # before anything is looked up for the taking
    done = take_over(
        actor=actor,
        codename=codename,
        slug=slug,
        seen=body.seen,
        source=_row(body.source),
        row=body.row,
        other=body.other,
        now=timezone.now(),
    )
    return redrafted_out(done.draft)


def _row(state: StateIn) -> Stored:
    if state.state is not None:
        guide = find_guide(state.codename, state.slug)
        return chosen_for(draft_in(find_state(guide, state.state)), state.codename)
    if state.version:
        return find_version(state.codename, state.slug, state.version)
    return find_draft(state.codename, state.slug)


def _state(row: Stored) -> ComparedStateOut:
    at, by = changed(row)
    mine = row if isinstance(row, Revision) else None
    return ComparedStateOut(
        codename=row.chosen or row.guide.codename,
        slug=row.guide.slug,
        title=row.title,
        version=mine.version if mine else "",
        state=row.state.number if isinstance(row, Draft) and row.pk is None and row.state else None,
        fingerprint=row.fingerprint,
        at=at,
        by=by,
    )
