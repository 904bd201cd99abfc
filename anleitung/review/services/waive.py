"""Somebody lets one thing of the gate stand, with a reason that readers see; or takes that back."""

from datetime import datetime

from django.contrib.auth.models import User
from django.db import transaction

from anleitung.accounts.keepers import require_keeper
from anleitung.audit.record import note
from anleitung.core.documents.stated import stated
from anleitung.guides.load import find_draft
from anleitung.guides.services.redraft import require_seen
from anleitung.review.asked import ask_gate
from anleitung.review.errors import WaiverRefused
from anleitung.review.models import Waiver

LEAST, MOST = 10, 500


def waive(
    *, actor: User, codename: str, slug: str, seen: str, key: str, reason: str, now: datetime
) -> Waiver:
    """Of the draft as it was seen. Raises NotThere, DraftMoved, WaiverRefused, UnderWay."""
    require_keeper(actor, codename)
    says = f"Say in {LEAST} to {MOST} characters why this may stand; readers see it."
    text = stated(reason, least=LEAST, most=MOST, error=WaiverRefused, says=says)
    draft = find_draft(codename, slug)
    require_seen(draft, seen)
    gate = ask_gate(actor=actor, draft=draft, now=now)
    item = next((i for line in gate.lines for i in line.items if key and i.key == key), None)
    if item is None:
        raise WaiverRefused("This is nothing that could be let stand: look at the gate again.")
    with transaction.atomic():
        made, is_new = Waiver.objects.get_or_create(
            guide=draft.guide,
            key=key,
            ended_at=None,
            defaults={"says": item.says, "reason": text, "at": now, "by": actor},
        )
        if is_new:
            note(actor, "let stand", str(draft.guide), now=now, what=item.says, reason=text)
    if not is_new:
        raise WaiverRefused(f"{made.by} let this stand already: “{made.reason}”")
    return made


def take_back(*, actor: User, codename: str, slug: str, key: str, now: datetime) -> Waiver:
    """Raises NotThere, WaiverRefused."""
    require_keeper(actor, codename)
    with transaction.atomic():
        draft = find_draft(codename, slug)
        found = Waiver.objects.filter(guide=draft.guide, key=key, ended_at=None).first()
        if found is None:
            raise WaiverRefused("Nobody lets this stand any more.")
        found.ended_at, found.ended_by = now, actor
        found.save(update_fields=["ended_at", "ended_by"])
        note(actor, "let stand no more", str(draft.guide), now=now, what=found.says)
    return found
