"""A draft is deleted, and can be brought back for thirty days."""

from datetime import datetime, timedelta

from django.contrib.auth.models import User
from django.db import transaction

from anleitung.accounts.keepers import require_keeper
from anleitung.core.formats.read_bundle import read_bundle
from anleitung.guides.also_for import enter_codenames
from anleitung.guides.errors import DraftMoved, NoSuchDraft
from anleitung.guides.history import forget_texts, keep_first_state, texts_of
from anleitung.guides.load import find_draft, find_guide
from anleitung.guides.models import DeletedDraft, Draft, DraftState, Guide
from anleitung.guides.pictures import Held
from anleitung.guides.services.redraft import require_seen

KEPT_FOR = timedelta(days=30)


def delete_draft(*, actor: User, codename: str, slug: str, seen: str, now: datetime) -> None:
    """Raises NotThere, DraftMoved."""
    require_keeper(actor, codename)
    with transaction.atomic():
        draft = find_draft(codename, slug)
        require_seen(draft, seen)
        keep_first_state(draft)
        assert draft.state is not None
        DeletedDraft.objects.filter(guide=draft.guide).delete()
        DeletedDraft.objects.create(guide=draft.guide, state=draft.state, at=now, by=actor)
        draft.delete()
        forget_old(now)


def bring_back(*, actor: User, codename: str, slug: str, now: datetime) -> Draft:
    """As it was. Raises NotThere, DraftMoved where there is another draft by now."""
    require_keeper(actor, codename)
    with transaction.atomic():
        guide = find_guide(codename, slug)
        found = DeletedDraft.objects.filter(guide=guide, at__gt=now - KEPT_FOR).first()
        if found is None:
            raise NoSuchDraft("No draft of this guide was deleted in the last 30 days.")
        standing = Draft.objects.filter(guide=guide).first()
        if standing is not None:
            says = "The guide has another draft by now. Publish or delete that one first."
            raise DraftMoved(says, standing=standing.fingerprint)
        state, texts = found.state, texts_of(found.state)
        bundle = read_bundle({name: text.encode() for name, text in texts.items()}, Held())
        enter_codenames(guide, bundle)
        draft = Draft.objects.create(
            guide=guide,
            fingerprint=state.fingerprint,
            title=state.title,
            files=texts,
            updated_at=now,
            updated_by=actor,
            state=state,
        )
        found.delete()
    return draft


def forget_old(now: datetime) -> None:
    """Drafts that were deleted more than thirty days ago go for good, with their history."""
    gone = False
    for old in DeletedDraft.objects.filter(at__lte=now - KEPT_FOR).select_related("guide"):
        guide: Guide = old.guide
        old.delete()
        if not Draft.objects.filter(guide=guide).exists():
            DraftState.objects.filter(guide=guide).delete()
            gone = True
            if not guide.revisions.exists():
                guide.delete()
    if gone:
        forget_texts()
