"""A published revision is withdrawn, with a reason that everybody sees who opens it."""

from datetime import datetime

from django.contrib.auth.models import User
from django.db import transaction

from anleitung.accounts.roles import require_maintainer
from anleitung.core.documents.stated import stated
from anleitung.guides.errors import WithdrawRefused
from anleitung.guides.load import find_revision
from anleitung.guides.models import Withdrawal

MOST_CHARACTERS = 500


def withdraw(*, actor: User, short: str, reason: str, now: datetime) -> Withdrawal:
    """Raises NotThere, WithdrawRefused."""
    require_maintainer(actor)
    says = f"Give the reason in 1 to {MOST_CHARACTERS} characters; readers see it."
    text = stated(reason, least=1, most=MOST_CHARACTERS, error=WithdrawRefused, says=says)
    revision = find_revision(short)
    with transaction.atomic():
        if Withdrawal.objects.filter(revision=revision).exists():
            raise WithdrawRefused(f"{revision} is withdrawn already.")
        return Withdrawal.objects.create(revision=revision, reason=text, at=now, by=actor)
