"""Notes are pasted into a draft that stands."""

from datetime import datetime

from django.contrib.auth.models import User
from django.db import transaction

from anleitung.accounts.roles import require_maintainer
from anleitung.core.formats.write_bundle import write_bundle
from anleitung.guides.load import as_texts, chosen_for, find_draft, load_whole
from anleitung.guides.services.begin import Begun, store_notes, with_notes
from anleitung.guides.services.redraft import redraft
from anleitung.guides.shelf import shelf_for


def paste_notes(
    *, actor: User, codename: str, slug: str, text: str, after: str, now: datetime
) -> Begun:
    """after: the row behind which they stand, "" for the end. Raises NotThere, TooManyNotes."""
    require_maintainer(actor)
    with transaction.atomic():
        draft = find_draft(codename, slug)
        bundle, drafted = with_notes(load_whole(draft), text, shelf_for(draft), after)
        texts = {**draft.files, **as_texts(write_bundle(bundle))}
        says = f"notes of {len(text.splitlines())} lines"
        redraft(draft, texts, actor=actor, now=now, says=says, as_published=True)
        store_notes(draft, drafted, text, actor, now)
    return Begun(chosen_for(draft, codename), drafted)
