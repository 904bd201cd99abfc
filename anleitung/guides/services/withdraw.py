"""A published revision is withdrawn, with a reason that everybody sees who opens it."""

from datetime import datetime

from django.contrib.auth.models import User
from django.db import transaction

from anleitung.accounts.keepers import require_keeper
from anleitung.accounts.roles import require_maintainer
from anleitung.audit.record import note
from anleitung.core.documents.stated import stated
from anleitung.guides.errors import WithdrawRefused
from anleitung.guides.load import find_revision
from anleitung.guides.models import Withdrawal
from anleitung.jobs.services.ask import begin_for_site

MOST_CHARACTERS = 500


def withdraw(*, actor: User, short: str, reason: str, now: datetime) -> Withdrawal:
    """Raises NotThere, WithdrawRefused."""
    require_maintainer(actor)
    says = f"Give the reason in 1 to {MOST_CHARACTERS} characters; readers see it."
    text = stated(reason, least=1, most=MOST_CHARACTERS, error=WithdrawRefused, says=says)
    revision = find_revision(short)
    require_keeper(actor, revision.guide.codename)
    with transaction.atomic():
        if Withdrawal.objects.filter(revision=revision).exists():
            raise WithdrawRefused(f"{revision} is withdrawn already.")
        note(actor, "withdrawn", revision.fingerprint, now=now, reason=text)
        made = Withdrawal.objects.create(revision=revision, reason=text, at=now, by=actor)
        # Whoever left an address for this is told by the worker (reports/services/to_tell.py).
        args = {"revision": revision.pk}
        begin_for_site(kind="tell-withdrawn", key=revision.fingerprint, args=args, now=now)
    return made
