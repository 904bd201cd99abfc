"""The routes of the editor: a draft as it is written, edits of it, its history, its beginnings."""

from typing import Any

from django.http import HttpRequest
from django.utils import timezone
from ninja import Router, Status

from anleitung.api.bounds import RowId
from anleitung.api.problems import FAILURES, JobOut, ProblemOut
from anleitung.api.rights import MAINTAINERS, actor_of
from anleitung.api.writing_pages import (
    beginnings,
    completed,
    condition_out,
    draft_as,
    names_of,
    note_here,
    states_out,
    writers_of,
    writing_of,
)
from anleitung.api.writing_shapes import (
    AffectedOut,
    BeginIn,
    BeginningsOut,
    BegunOut,
    CompletedOut,
    ConditionIn,
    ConditionOut,
    EditsIn,
    HereIn,
    HereOut,
    LineIn,
    LogIn,
    LogOut,
    LookIn,
    MadeOut,
    NamesOut,
    NotesIn,
    NumberIn,
    PastedOut,
    ReplacedOut,
    ReplaceIn,
    SeenIn,
    StatesOut,
    TakeBackIn,
    TakenBackOut,
    WritingOut,
)
from anleitung.core.sheet.model import SheetOut
from anleitung.core.writing.in_log import texts_in_log
from anleitung.core.writing.slots import RowSlotsOut, slots_of
from anleitung.core.writing.tree import row_of
from anleitung.guides.errors import NoSuchState, NotProved
from anleitung.guides.history import find_state, texts_of
from anleitung.guides.load import find_draft, load_whole
from anleitung.guides.models import Draft, PastedNotes
from anleitung.guides.services.begin import begin
from anleitung.guides.services.delete_draft import bring_back, delete_draft
from anleitung.guides.services.edit import edit, redo, set_back, undo
from anleitung.guides.services.next_draft import next_draft
from anleitung.guides.services.replace_all import (
    Done,
    files_before,
    replace_all,
    replacement_of,
    take_back,
)
from anleitung.guides.work import begun_words
from anleitung.guides.written import here_at, keep_when_quiet, written_proof
from anleitung.jobs.services.ask import ask, once
from anleitung.limits.spend import Limit, person, spend

router = Router(auth=MAINTAINERS)
FAILED = {FAILURES: ProblemOut}
LONG: dict[Any, Any] = {202: JobOut, **FAILED}
WRITING = Limit("writing", per_hour=12_000)


def _spend(request: HttpRequest) -> None:
    says = "You have written more in this hour than the site takes. Wait a little."
    spend(WRITING, person(request.user), now=timezone.now(), says=says)


def _writing(request: HttpRequest, draft: Draft, touched: tuple[str, ...] = ()) -> WritingOut:
    return writing_of(draft, actor=actor_of(request), now=timezone.now(), touched=touched)


@router.get("/drafts/{codename}/{slug}/writing", response={200: WritingOut, **FAILED})
def get_writing(request: HttpRequest, codename: str, slug: str) -> WritingOut:
    return _writing(request, find_draft(codename, slug))


@router.post("/drafts/{codename}/{slug}/edits", response={200: WritingOut, **FAILED})
def post_edits(request: HttpRequest, codename: str, slug: str, body: EditsIn) -> WritingOut:
    """Stored first, then proved: what comes back is acknowledged."""
    _spend(request)
    done = edit(
        actor=actor_of(request),
        codename=codename,
        slug=slug,
        edits=body.edits,
        now=timezone.now(),
        key=body.key,
    )
    return _writing(request, done.draft, done.touched)


@router.post("/drafts/{codename}/{slug}/undo", response={200: WritingOut, **FAILED})
def post_undo(request: HttpRequest, codename: str, slug: str) -> WritingOut:
    draft = undo(actor=actor_of(request), codename=codename, slug=slug, now=timezone.now())
    return _writing(request, draft)


@router.post("/drafts/{codename}/{slug}/redo", response={200: WritingOut, **FAILED})
def post_redo(request: HttpRequest, codename: str, slug: str) -> WritingOut:
    draft = redo(actor=actor_of(request), codename=codename, slug=slug, now=timezone.now())
    return _writing(request, draft)


@router.post("/drafts/{codename}/{slug}/here", response={200: HereOut, **FAILED})
def post_here(request: HttpRequest, codename: str, slug: str, body: HereIn) -> HereOut:
    """Who else writes; and what stands there now, where that is not what the author sees."""
    draft, now = find_draft(codename, slug), timezone.now()
    note_here(draft, actor=actor_of(request), row=body.row, now=now)
    keep_when_quiet(draft, now=now)
    moved = draft.fingerprint != body.fingerprint
    return HereOut(
        writers=writers_of(draft, actor=actor_of(request), now=now),
        writing=_writing(request, draft) if moved else None,
    )


@router.get("/drafts/{codename}/{slug}/rows/{row}", response={200: RowSlotsOut, **FAILED})
def get_row(request: HttpRequest, codename: str, slug: str, row: str) -> RowSlotsOut:
    draft = find_draft(codename, slug)
    return slots_of(row_of(load_whole(draft).guide, row).step, here_at(draft, row))


@router.post("/drafts/{codename}/{slug}/complete", response={200: CompletedOut, **FAILED})
def post_complete(request: HttpRequest, codename: str, slug: str, body: LineIn) -> CompletedOut:
    return completed(find_draft(codename, slug), body.line, body.before)


@router.post("/drafts/{codename}/{slug}/condition", response={200: ConditionOut, **FAILED})
def post_condition(
    request: HttpRequest, codename: str, slug: str, body: ConditionIn
) -> ConditionOut:
    return condition_out(find_draft(codename, slug), body.text)


@router.post("/messages/in-log", response={200: LogOut, **FAILED})
def post_in_log(request: HttpRequest, body: LogIn) -> LogOut:
    """Texts that may be seen, tried out against a pasted log."""
    return LogOut(**texts_in_log(body.texts, body.log))


@router.get("/drafts/{codename}/{slug}/states", response={200: StatesOut, **FAILED})
def get_states(request: HttpRequest, codename: str, slug: str) -> StatesOut:
    return states_out(codename, slug)


@router.get("/drafts/{codename}/{slug}/states/{number}", response={200: SheetOut, **FAILED})
def get_state(request: HttpRequest, codename: str, slug: str, number: RowId) -> SheetOut:
    """The sheet of an earlier state."""
    _spend(request)
    state = find_state(find_draft(codename, slug).guide, number)
    sheet = written_proof(draft_as(codename, slug, state, texts_of(state))).sheet
    if sheet is None:
        raise NotProved("The proof of this state takes longer than a moment. Set it back first.")
    return sheet


@router.post("/drafts/{codename}/{slug}/set-back", response={200: WritingOut, **FAILED})
def post_set_back(request: HttpRequest, codename: str, slug: str, body: NumberIn) -> WritingOut:
    now = timezone.now()
    draft = set_back(
        actor=actor_of(request), codename=codename, slug=slug, number=body.number, now=now
    )
    return _writing(request, draft)


@router.get("/codenames/{codename}/beginnings", response={200: BeginningsOut, **FAILED})
def get_beginnings(request: HttpRequest, codename: str) -> BeginningsOut:
    """What a new guide of this codename can be begun from."""
    return beginnings(codename, now=timezone.now())


@router.post("/codenames/{codename}/drafts", response={200: BegunOut, **LONG})
def post_begin(request: HttpRequest, codename: str, body: BeginIn) -> BegunOut:
    """From notes it may take a while, and is the worker's."""
    _spend(request)
    args = {**body.model_dump(exclude={"text"}), "codename": codename}
    if body.how == "notes":
        return BegunOut(**_by_worker(request, "begin", args, body.text))
    begun = begin(actor=actor_of(request), text="", now=timezone.now(), **args)
    return BegunOut(**begun_words(begun))


@router.post("/drafts/{codename}/{slug}/notes", response={200: BegunOut, **LONG})
def post_notes(request: HttpRequest, codename: str, slug: str, body: NotesIn) -> BegunOut:
    _spend(request)
    args = {"codename": codename, "slug": slug, "after": body.after}
    return BegunOut(**_by_worker(request, "paste", args, body.text))


def _by_worker(request: HttpRequest, kind: str, args: dict[str, Any], text: str = "") -> Any:
    return ask(
        actor=actor_of(request),
        kind=kind,
        key=once(),
        args=args,
        given=text.encode(),
        now=timezone.now(),
    )


@router.get("/drafts/{codename}/{slug}/notes/{number}", response={200: PastedOut, **FAILED})
def get_notes(request: HttpRequest, codename: str, slug: str, number: RowId) -> PastedOut:
    """Notes as they were pasted, whole."""
    guide = find_draft(codename, slug).guide
    found = PastedNotes.objects.filter(guide=guide, pk=number).first()
    if found is None:
        raise NoSuchState("No such notes were pasted into this draft.")
    return PastedOut(id=found.pk, text=found.text)


@router.post("/drafts/{codename}/{slug}/delete", response={204: None, **FAILED})
def post_delete(request: HttpRequest, codename: str, slug: str, body: SeenIn) -> Status[None]:
    now = timezone.now()
    delete_draft(actor=actor_of(request), codename=codename, slug=slug, seen=body.seen, now=now)
    return Status(204, None)


@router.post("/drafts/{codename}/{slug}/bring-back", response={200: WritingOut, **FAILED})
def post_bring_back(request: HttpRequest, codename: str, slug: str) -> WritingOut:
    now = timezone.now()
    return _writing(
        request, bring_back(actor=actor_of(request), codename=codename, slug=slug, now=now)
    )


@router.post("/revisions/{short}/draft", response={200: WritingOut, **FAILED})
def post_next_draft(request: HttpRequest, short: str, codename: str = "") -> WritingOut:
    """The draft of the next version; codename: of several, for which it is looked at."""
    now = timezone.now()
    return _writing(
        request, next_draft(actor=actor_of(request), short=short, codename=codename, now=now)
    )


@router.get("/codenames/{codename}/names", response={200: NamesOut, **FAILED})
def get_names(request: HttpRequest, codename: str) -> NamesOut:
    return names_of(codename)


@router.get("/codenames/{codename}/older", response={200: list[str], **FAILED})
def get_older(request: HttpRequest, codename: str, name: str) -> list[str]:
    """Names of files that this one follows, read by their releases; the latest first."""
    return files_before(codename, name[:120])


@router.post("/codenames/{codename}/look", response={200: list[AffectedOut], **LONG})
def post_look(request: HttpRequest, codename: str, body: LookIn) -> list[AffectedOut]:
    """What a replacing would do in each draft; nothing is stored."""
    _spend(request)
    told = _by_worker(request, "look", {**body.model_dump(), "codename": codename})
    return [AffectedOut(**each) for each in told]


@router.post("/codenames/{codename}/replace", response={200: ReplacedOut, **FAILED})
def post_replace(request: HttpRequest, codename: str, body: ReplaceIn) -> ReplacedOut:
    """In the drafts that are named: in all of them, or in none."""
    _spend(request)
    done = replace_all(
        actor=actor_of(request),
        codename=codename,
        what=replacement_of(body.what.model_dump()),
        slugs=body.slugs,
        now=timezone.now(),
    )
    return ReplacedOut(done=[MadeOut(slug=d.slug, state=d.state) for d in done])


@router.post("/codenames/{codename}/take-back", response={200: TakenBackOut, **FAILED})
def post_take_back(request: HttpRequest, codename: str, body: TakeBackIn) -> TakenBackOut:
    """What was replaced in many drafts at once, where nobody wrote on meanwhile."""
    done = [Done(each.slug, each.state) for each in body.done]
    now = timezone.now()
    left = take_back(actor=actor_of(request), codename=codename, done=done, now=now)
    return TakenBackOut(left=left)
