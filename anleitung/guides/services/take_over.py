"""A row of another state, of a parent or a fork, is taken into a draft."""

from datetime import datetime

from django.contrib.auth.models import User

from anleitung.accounts.keepers import require_keeper
from anleitung.core.writing.take_over import taking
from anleitung.guides.load import Stored, find_draft, load_whole
from anleitung.guides.services.edit import Edited, edit
from anleitung.guides.services.redraft import require_seen


def take_over(
    *,
    actor: User,
    codename: str,
    slug: str,
    seen: str,
    source: Stored,
    row: str,
    other: str,
    now: datetime,
) -> Edited:
    """row: of the draft, "" for none; other: of the source, "" where it is gone there.

    It is an edit like any other: one undo takes it back. Raises NotThere, DraftMoved, EditRefused,
    InvalidBundle; then the draft stands.
    """
    require_keeper(actor, codename)
    draft = find_draft(codename, slug)
    require_seen(draft, seen)
    mine, theirs = load_whole(draft).guide, load_whole(source).guide
    wanted = taking(mine, theirs, row=row, other=other)
    return edit(actor=actor, codename=codename, slug=slug, edits=[wanted], now=now)
