"""A maintainer settles a matter of the watch, with the reason."""

from datetime import datetime

from django.contrib.auth.models import User

from anleitung.accounts.roles import require_maintainer
from anleitung.core.documents.stated import stated
from anleitung.mirrors.errors import WatchRefused
from anleitung.mirrors.models import Change

MOST_CHARACTERS = 300


def settle(*, actor: User, change_id: int, because: str, now: datetime) -> Change:
    """Raises WatchRefused."""
    require_maintainer(actor)
    says = f"Give the reason in 1 to {MOST_CHARACTERS} characters."
    text = stated(because, least=1, most=MOST_CHARACTERS, error=WatchRefused, says=says)
    done = Change.objects.filter(pk=change_id, settled_at__isnull=True).update(
        settled_at=now, settled_by=actor, because=text
    )
    if not done:
        raise WatchRefused("This matter is settled already.")
    return Change.objects.get(pk=change_id)
