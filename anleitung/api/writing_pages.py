"""Putting together what the editor shows of a draft."""

from datetime import datetime, timedelta

from django.contrib.auth.models import User

from anleitung.api.pages import AIM_TITLES
from anleitung.api.writing_shapes import (
    BeginChoiceOut,
    BeginningsOut,
    CompletedOut,
    CompletionOut,
    ConditionOut,
    DeletedOut,
    NamesOut,
    NoteLineOut,
    StateOut,
    StatesOut,
    WhoOut,
    WriterOut,
    WritingOut,
)
from anleitung.catalogue.load import load_builds, load_device
from anleitung.core.shorthand.values import UnreadableLine
from anleitung.core.writing.complete import Completion
from anleitung.core.writing.complete_row import complete_row
from anleitung.core.writing.condition import look_at_condition
from anleitung.core.writing.fits import unknown_name
from anleitung.core.writing.reading import read_row, sentence_of
from anleitung.core.writing.view import head_out, open_of, rows_out, uses_of
from anleitung.guides.follows import turned_away_out
from anleitung.guides.history import redone_by, undone_by
from anleitung.guides.load import chosen_for, find_draft, load_bundle, load_whole, readable
from anleitung.guides.models import DeletedDraft, Draft, DraftState, PastedNotes, Revision, Writer
from anleitung.guides.services.delete_draft import KEPT_FOR
from anleitung.guides.shelf import shelf_for, shelf_of
from anleitung.guides.written import WhoComes, here_at, written_proof

# Who has not been heard of for so long has closed the page.
_GONE = timedelta(seconds=30)


def writing_of(
    draft: Draft, *, actor: User, now: datetime, touched: tuple[str, ...] = ()
) -> WritingOut:
    guide = load_whole(draft).guide
    before, after = undone_by(draft), redone_by(draft)
    rows = rows_out(guide, _known_files(draft) if open_of(guide) else ())
    proved = written_proof(draft)
    return WritingOut(
        fingerprint=draft.fingerprint,
        state=draft.state.number if draft.state else 0,
        title=guide.title,
        at=draft.updated_at,
        by=draft.updated_by.get_username(),
        undo=draft.state.says if draft.state and before else "",
        undo_by=draft.state.by.get_username() if draft.state and before else "",
        redo=after.says if after else "",
        open=open_of(guide),
        rows=rows,
        head=head_out(guide, load_bundle(draft)),
        lineage=guide.lineage or "",
        writers=writers_of(draft, actor=actor, now=now),
        notes=_notes(draft, {row.id for row in rows}),
        dual=load_whole(draft).device.layout.slots == "dual",
        uses=uses_of(guide),
        touched=list(touched),
        sheet=proved.sheet,
        who=_who_out(proved.who) if proved.who else None,
    )


def _known_files(draft: Draft) -> set[str]:
    shelf = shelf_for(draft).with_bundle(load_whole(draft))
    return {package.name for package in shelf.packages.values()}


def _who_out(who: WhoComes) -> WhoOut:
    away = [turned_away_out(each) for each in who.away]
    return WhoOut(through=who.through, some=who.some, example=who.example, away=away)


def writers_of(draft: Draft, *, actor: User, now: datetime) -> list[WriterOut]:
    rows = Writer.objects.filter(draft=draft, at__gt=now - _GONE).exclude(user=actor)
    return [
        WriterOut(name=row.user.get_username(), row=row.row)
        for row in rows.select_related("user").order_by("user__username")
    ]


def note_here(draft: Draft, *, actor: User, row: str, now: datetime) -> None:
    Writer.objects.update_or_create(draft=draft, user=actor, defaults={"row": row, "at": now})


def _notes(draft: Draft, ids: set[str]) -> list[NoteLineOut]:
    """Those lines whose row still stands."""
    found = []
    for pasted in PastedNotes.objects.filter(guide=draft.guide).order_by("pk"):
        lines = pasted.text.split("\n")
        for each in pasted.rows:
            if each["row"] in ids:
                text = lines[each["number"] - 1][:400]
                told = {"number": each["number"], "row": each["row"], "says": each["says"]}
                found.append(NoteLineOut(notes=pasted.pk, text=text, **told))
    return found


def completed(draft: Draft, line: str, before: str) -> CompletedOut:
    """before: id of the row, as it is read, that the line would stand before."""
    here = here_at(draft, before)
    found = complete_row(line, here)
    reads = fault = ""
    try:
        plain = read_row(line, bundle=here.bundle, shelf=here.shelf)
        if plain.get("action") == "open":
            fault = str(plain.get("says", ""))
        elif unknown := unknown_name(plain, here):
            fault = unknown
        else:
            reads = sentence_of(plain, here.bundle, here.shelf)
    except UnreadableLine as error:
        fault = str(error)
    return CompletedOut(
        offers=[_completion(c) for c in found.offers],
        forms=list(found.forms),
        reads=reads,
        fault=fault if line.strip() else "",
    )


def _completion(found: Completion) -> CompletionOut:
    return CompletionOut(
        line=found.line, adds=found.adds, says=found.says, why_not=found.why_not, new=found.new
    )


def condition_out(draft: Draft, text: str) -> ConditionOut:
    found = look_at_condition(text, here_at(draft, "").bundle)
    return ConditionOut(
        words=list(found.words),
        fault=found.fault,
        offers=[_completion(c) for c in found.offers],
    )


def states_out(codename: str, slug: str) -> StatesOut:
    draft = find_draft(codename, slug)
    rows = DraftState.objects.filter(guide=draft.guide).select_related("by", "before")
    return StatesOut(
        states=[
            StateOut(
                number=row.number,
                says=row.says,
                at=row.at,
                by=row.by.get_username(),
                before=row.before.number if row.before else 0,
                here=row.pk == draft.state_id,
            )
            for row in rows.order_by("-number")[:500]
        ]
    )


def draft_as(codename: str, slug: str, state: DraftState, texts: dict[str, str]) -> Draft:
    """The draft as it was in that state, not stored."""
    standing = find_draft(codename, slug)
    return chosen_for(
        Draft(
            guide=standing.guide,
            fingerprint=state.fingerprint,
            title=state.title,
            files=texts,
            updated_at=state.at,
            updated_by=state.by,
            state=state,
        ),
        codename,
    )


def beginnings(codename: str, *, now: datetime) -> BeginningsOut:
    shelf = shelf_of(codename)
    systems = {
        p.content.family for p in shelf.packages.values() if p.content and p.role == "system"
    }
    own: list[BeginChoiceOut] = []
    others: list[BeginChoiceOut] = []
    drafts = list(Draft.objects.select_related("guide").order_by("guide__codename", "title"))
    newest: dict[int, Revision] = {}
    for revision in Revision.objects.select_related("guide").order_by("number"):
        newest[revision.guide_id] = revision
    for row, bundle in readable([*newest.values(), *drafts]):
        is_draft = isinstance(row, Draft)
        state = "draft" if is_draft else row.version  # type: ignore[union-attr]
        value = f"{row.guide.codename}/{row.guide.slug}" if is_draft else row.short  # type: ignore[union-attr]
        here = codename in (bundle.device.codename, *(load_whole(row).codenames))
        says = f"{row.title}, {state}" + ("" if here else f", {row.guide.codename}")
        (own if here else others).append(BeginChoiceOut(value=value, says=says))
    deleted = DeletedDraft.objects.filter(guide__codename=codename, at__gt=now - KEPT_FOR)
    return BeginningsOut(
        aims=[BeginChoiceOut(value=aim, says=title) for aim, title in AIM_TITLES.items()],
        systems=[BeginChoiceOut(value=s, says=s) for s in sorted(systems | {"stock"})],
        own=sorted(own, key=lambda c: c.says),
        others=sorted(others, key=lambda c: c.says),
        deleted=[
            DeletedOut(
                slug=d.guide.slug,
                title=d.state.title,
                at=d.at,
                by=d.by.get_username(),
                until=d.at + KEPT_FOR,
            )
            for d in deleted.select_related("guide", "state", "by").order_by("-at")
        ],
    )


def names_of(codename: str) -> NamesOut:
    shelf = shelf_of(codename)
    return NamesOut(
        file=sorted(shelf.packages),
        tool=sorted(shelf.tools),
        passage=sorted(shelf.passages),
        build=list(load_builds(load_device(codename))),
    )
