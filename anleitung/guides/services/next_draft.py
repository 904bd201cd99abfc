"""The draft of a guide's next version, begun from one that is published."""

from datetime import datetime

from django.contrib.auth.models import User
from django.db import transaction

from anleitung.accounts.keepers import require_keeper
from anleitung.guides.also_for import enter_codenames
from anleitung.guides.errors import DraftMoved
from anleitung.guides.history import keep_state
from anleitung.guides.load import find_revision, load_whole
from anleitung.guides.models import Draft, Revision


def next_draft(*, actor: User, short: str, codename: str = "", now: datetime) -> Draft:
    """short: of the revision. Raises NotThere, UnreadableGuide, DraftMoved where a draft stands."""
    require_keeper(actor, codename)
    with transaction.atomic():
        revision = find_revision(short, codename)
        standing = Draft.objects.filter(guide=revision.guide).first()
        if standing is not None:
            says = "This guide has a draft already. Write on in that one, or delete it first."
            raise DraftMoved(says, standing=standing.fingerprint)
        draft = draft_from(revision, actor, now)
    draft.chosen = codename if codename != revision.guide.codename else ""
    return draft


def draft_from(revision: Revision, actor: User, now: datetime, says: str = "begun from") -> Draft:
    """Within a transaction; where the guide has none. says: for the history, before the version."""
    enter_codenames(revision.guide, load_whole(revision))
    draft = Draft(
        guide=revision.guide,
        fingerprint=revision.fingerprint,
        title=revision.title,
        files=dict(revision.files),
        updated_at=now,
        updated_by=actor,
    )
    keep_state(draft, f"{says} {revision.version}")
    draft.save()
    return draft
