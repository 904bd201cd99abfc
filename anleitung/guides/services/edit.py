"""A draft is written: edits of rows and head, one step back or forth, and any state set back."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta

from django.contrib.auth.models import User
from django.db import transaction

from anleitung.accounts.keepers import require_keeper
from anleitung.catalogue.services.enter import enter_missing
from anleitung.core.formats.write_bundle import write_bundle, write_guide
from anleitung.core.guide.bundle import Bundle
from anleitung.core.writing.ops import AnyEdit
from anleitung.core.writing.session import edit_bundle
from anleitung.core.writing.words import edits_words, typed_in
from anleitung.guides.errors import NothingToUndo
from anleitung.guides.history import (
    find_state,
    keep_first_state,
    redone_by,
    texts_of,
    undone_by,
)
from anleitung.guides.load import as_texts, chosen_for, find_draft, load_whole
from anleitung.guides.models import Draft, DraftState, TakenEdits
from anleitung.guides.services.redraft import is_of_files, is_of_guide, redraft
from anleitung.guides.shelf import shelf_for


@dataclass(frozen=True, slots=True)
class Edited:
    """touched: ids of the rows that were written."""

    draft: Draft
    touched: tuple[str, ...]


KEPT = timedelta(days=30)  # how long a page may wait before it sends its edits again


def edit(
    *,
    actor: User,
    codename: str,
    slug: str,
    edits: Sequence[AnyEdit],
    now: datetime,
    key: str = "",
) -> Edited:
    """On what stands now: what others wrote meanwhile stays, and is asked about on the same row.

    key: of these very edits; sent again under it they are not done again. "" for none.
    Raises NotThere, EditRefused, InvalidBundle, NameTaken; then the draft stands.
    """
    require_keeper(actor, codename)
    with transaction.atomic():
        draft = find_draft(codename, slug)
        taken = TakenEdits.objects.filter(guide=draft.guide, key=key).first() if key else None
        if taken is not None:
            return Edited(chosen_for(draft, codename), tuple(taken.touched))
        bundle = load_whole(draft)
        by = draft.updated_by.get_username()
        who = actor.get_username()
        done = edit_bundle(
            bundle, edits, shelf_for(draft), who=who, standing_by="" if by == who else by
        )
        if key:
            _take(draft, key, done.touched, now)
        if done.bundle.fingerprint == draft.fingerprint:
            return Edited(chosen_for(draft, codename), done.touched)
        texts = _texts(draft, bundle, done.bundle)
        says = edits_words(bundle, done.bundle, edits)
        redraft(
            draft,
            texts,
            actor=actor,
            now=now,
            says=says,
            about=typed_in(edits),
            as_published=True,
        )
        if done.bundle.passages != bundle.passages:
            # A passage that was made here is there for other guides; one that stands there stays.
            enter_missing(done.bundle, actor=actor, now=now)
    return Edited(chosen_for(draft, codename), done.touched)


def _take(draft: Draft, key: str, touched: Sequence[str], now: datetime) -> None:
    TakenEdits.objects.filter(guide=draft.guide, at__lt=now - KEPT).delete()
    TakenEdits.objects.create(guide=draft.guide, key=key, touched=list(touched), at=now)


def _texts(draft: Draft, before: Bundle, after: Bundle) -> dict[str, str]:
    """What was not changed keeps the form in which it was brought."""
    if all(getattr(before, kind) == getattr(after, kind) for kind in _CARRIED):
        kept = {n: t for n, t in draft.files.items() if not is_of_guide(n)}
        return {**kept, **write_guide(after.guide, after.passages)}
    written = as_texts(write_bundle(after))
    standing = {n: t for n, t in draft.files.items() if n in written and not is_of_files(n)}
    return {**written, **standing}


_CARRIED = ("packages", "tools", "programs", "passages")


def undo(*, actor: User, codename: str, slug: str, now: datetime) -> Draft:
    """Raises NotThere, NothingToUndo."""
    require_keeper(actor, codename)
    with transaction.atomic():
        draft = find_draft(codename, slug)
        state = undone_by(draft)
        if state is None:
            raise NothingToUndo("This is the first state of the draft.")
        return stand_at(draft, state, actor, now)


def redo(*, actor: User, codename: str, slug: str, now: datetime) -> Draft:
    """Raises NotThere, NothingToUndo."""
    require_keeper(actor, codename)
    with transaction.atomic():
        draft = find_draft(codename, slug)
        state = redone_by(draft)
        if state is None:
            raise NothingToUndo("Nothing was undone here.")
        return stand_at(draft, state, actor, now)


def stand_at(draft: Draft, state: DraftState, actor: User, now: datetime) -> Draft:
    """Within a transaction: the draft as it was in that state."""
    draft.files, draft.fingerprint, draft.title = texts_of(state), state.fingerprint, state.title
    draft.updated_at, draft.updated_by, draft.state = now, actor, state
    draft.save()
    return draft


def set_back(*, actor: User, codename: str, slug: str, number: int, now: datetime) -> Draft:
    """As a new state, so that this can be undone, too. Raises NotThere, InvalidBundle."""
    require_keeper(actor, codename)
    with transaction.atomic():
        draft = find_draft(codename, slug)
        keep_first_state(draft)
        state = find_state(draft.guide, number)
        says = f"set back to state {number}"
        texts = texts_of(state)
        redraft(draft, texts, actor=actor, now=now, says=says, as_published=True)
    return draft
