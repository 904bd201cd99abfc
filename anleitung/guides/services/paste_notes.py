"""Notes are pasted into a draft that stands."""

from datetime import datetime

from django.contrib.auth.models import User
from django.db import transaction

from anleitung.accounts.keepers import require_keeper
from anleitung.core.formats.write_bundle import write_bundle
from anleitung.core.writing.tree import stored_rows
from anleitung.guides.errors import DraftMoved
from anleitung.guides.load import as_texts, chosen_for, find_draft, load_whole
from anleitung.guides.services.begin import Begun, read_for, store_notes, with_notes
from anleitung.guides.services.redraft import redraft
from anleitung.guides.shelf import shelf_for
from anleitung.jobs.work import LAST, Tick


def paste_notes(
    *,
    actor: User,
    codename: str,
    slug: str,
    text: str,
    after: str,
    now: datetime,
    tick: Tick = lambda done, total: None,
) -> Begun:
    """after: the row behind which they stand, "" for the end.

    Raises NotThere, TooManyNotes, DraftMoved; then nothing is stored.
    """
    require_keeper(actor, codename)
    # Read before anything is held, since that takes time; then put into what stands by then.
    draft = find_draft(codename, slug)
    mine = draft.chosen or draft.guide.codename
    shelf = shelf_for(draft)
    drafted = read_for(load_whole(draft), mine, text, shelf)
    with transaction.atomic():
        tick(*LAST)
        draft = find_draft(codename, slug)
        whole = load_whole(draft)
        if {str(step["id"]) for step in drafted.steps} & set(stored_rows(whole.guide)):
            raise DraftMoved(
                "Somebody wrote rows while your notes were read. Paste them once more.",
                standing=draft.fingerprint,
            )
        bundle = with_notes(whole, drafted, shelf, after)
        texts = {**draft.files, **as_texts(write_bundle(bundle))}
        says = f"notes of {len(text.splitlines())} lines"
        redraft(draft, texts, actor=actor, now=now, says=says, as_published=True)
        store_notes(draft, drafted, text, actor, now)
    return Begun(chosen_for(draft, codename), drafted)
