"""Two states of guides side by side, compared by meaning."""

from datetime import datetime
from typing import Annotated, Any

from django.http import HttpRequest
from django.utils import timezone
from ninja import Router, Schema
from pydantic import Field

from anleitung.api.problems import FAILURES, JobOut, ProblemOut
from anleitung.api.rights import MAINTAINERS, actor_of
from anleitung.api.shapes import changed
from anleitung.core.revisions.version import next_version
from anleitung.guides.asked import ask_compared
from anleitung.guides.comparing import ComparedStates, note_of, predecessor_of
from anleitung.guides.load import Stored, find_draft, find_version
from anleitung.guides.models import Draft, Revision

router = Router(auth=MAINTAINERS)
FAILED = {FAILURES: ProblemOut}
LONG: dict[Any, Any] = {202: JobOut, **FAILED}


class StateIn(Schema):
    """version: of a published state of the guide, "" for its draft."""

    codename: Annotated[str, Field(max_length=60)]
    slug: Annotated[str, Field(max_length=60)]
    version: Annotated[str, Field(max_length=20)] = ""


class CompareIn(Schema):
    first: StateIn
    second: StateIn


class ComparedStateOut(Schema):
    """version: "" for a draft."""

    codename: str
    slug: str
    title: str
    version: str
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
    follows = isinstance(second, Draft) and predecessor_of(second) == first
    if follows and isinstance(first, Revision):
        version = next_version(first.version, found.level)
    return CompareOut(
        first=_state(first),
        second=_state(second),
        version=version,
        note=note_of(found) if version else "",
        compared=found,
    )


def _row(state: StateIn) -> Stored:
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
        at=at,
        by=by,
    )
