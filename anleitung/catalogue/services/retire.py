"""A document is taken out of use, and back into it. Nothing that was referred to goes away."""

from datetime import datetime

from django.contrib.auth.models import User
from django.db import transaction

from anleitung.accounts.keepers import require_keeper
from anleitung.catalogue.errors import RetireRefused
from anleitung.catalogue.load import find_entry
from anleitung.catalogue.models import Entry
from anleitung.core.documents.stated import stated

MOST_CHARACTERS = 500


def retire(
    *, actor: User, kind: str, codename: str, name: str, reason: str, now: datetime
) -> Entry:
    """Raises NoSuchDocument, RetireRefused."""
    require_keeper(actor, codename)
    says = f"Give the reason in 1 to {MOST_CHARACTERS} characters."
    text = stated(reason, least=1, most=MOST_CHARACTERS, error=RetireRefused, says=says)
    with transaction.atomic():
        entry = find_entry(kind, codename, name)
        if entry.retired_at is not None:
            raise RetireRefused(f"{entry} is retired already.")
        entry.retired_at, entry.retired_because = now, text
        entry.save(update_fields=["retired_at", "retired_because"])
    return entry


def bring_back(*, actor: User, kind: str, codename: str, name: str) -> Entry:
    """Raises NoSuchDocument."""
    require_keeper(actor, codename)
    with transaction.atomic():
        entry = find_entry(kind, codename, name)
        entry.retired_at, entry.retired_because = None, ""
        entry.save(update_fields=["retired_at", "retired_because"])
    return entry
