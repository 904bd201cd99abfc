"""A guide is not to be begun any more, since another follows it; and is taken up again."""

from datetime import datetime

from django.contrib.auth.models import User
from django.db import transaction

from anleitung.accounts.keepers import require_keeper
from anleitung.audit.record import note
from anleitung.core.documents.stated import stated
from anleitung.guides.errors import DeprecateRefused
from anleitung.guides.load import find_guide, newest_revisions
from anleitung.guides.models import Deprecation, Guide
from anleitung.guides.states import deprecation_of, require_no_circle

MOST_CHARACTERS = 500


def deprecate(
    *, actor: User, codename: str, slug: str, follower: str, reason: str, now: datetime
) -> Deprecation:
    """follower: the guide of the codename that is followed instead, "" for none.

    Raises NoSuchGuide, DeprecateRefused.
    """
    require_keeper(actor, codename)
    says = f"Give the reason in 1 to {MOST_CHARACTERS} characters; readers see it."
    text = stated(reason, least=1, most=MOST_CHARACTERS, error=DeprecateRefused, says=says)
    with transaction.atomic():
        guide = find_guide(codename, slug)
        published = {row.guide.pk for row in newest_revisions(codename)}
        if guide.pk not in published:
            raise DeprecateRefused("Nothing of this guide is published. Delete its draft instead.")
        if deprecation_of(guide) is not None:
            raise DeprecateRefused("This guide is deprecated already.")
        other = find_guide(codename, follower) if follower else None
        if other is not None:
            _require_follower(guide, other, published)
        note(actor, "deprecated", str(guide), now=now, follower=follower, reason=text)
        return Deprecation.objects.create(
            guide=guide, follower=other, reason=text, at=now, by=actor
        )


def take_up_again(*, actor: User, codename: str, slug: str, now: datetime) -> Guide:
    """Raises NoSuchGuide, DeprecateRefused."""
    require_keeper(actor, codename)
    with transaction.atomic():
        guide = find_guide(codename, slug)
        standing = deprecation_of(guide)
        if standing is None:
            raise DeprecateRefused("This guide is not deprecated.")
        standing.ended_at, standing.ended_by = now, actor
        standing.save(update_fields=["ended_at", "ended_by"])
        note(actor, "taken up again", str(guide), now=now)
    return guide


def _require_follower(guide: Guide, other: Guide, published: set[int]) -> None:
    if other.pk not in published:
        raise DeprecateRefused(f"Nothing of {other.slug} is published that could be followed.")
    require_no_circle(guide, other)
