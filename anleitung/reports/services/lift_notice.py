"""A maintainer takes the notice of dead phones down, with a reason that stays on record."""

from datetime import datetime

from django.contrib.auth.models import User
from django.db import transaction

from anleitung.accounts.keepers import require_keeper
from anleitung.accounts.roles import require_maintainer
from anleitung.audit.record import note
from anleitung.core.documents.stated import stated
from anleitung.core.evidence.report import Ending
from anleitung.guides.load import find_revision
from anleitung.reports.errors import NoticeRefused
from anleitung.reports.evidence import notices_of
from anleitung.reports.inherit import reports_of
from anleitung.reports.models import Lifted

LEAST, MOST = 10, 500


def lift_notice(
    *, actor: User, short: str, codename: str = "", reason: str, now: datetime
) -> Lifted:
    """The reports stay and count as before. A later one raises a notice again.

    Raises NotThere, NoticeRefused.
    """
    require_maintainer(actor)
    says = f"Give the reason in {LEAST} to {MOST} characters: what was checked, and with whom."
    text = stated(reason, least=LEAST, most=MOST, error=NoticeRefused, says=says)
    revision = find_revision(short, codename)
    require_keeper(actor, revision.chosen or revision.guide.codename)
    with transaction.atomic():
        dead = reports_of(revision).filter(ending=Ending.DEAD.value)
        newest = dead.order_by("-pk").first()
        lifted = notices_of(revision).order_by("-last").first()
        if newest is None or (lifted is not None and lifted.last >= newest.pk):
            raise NoticeRefused("There is no notice of dead phones on this revision.")
        note(actor, "notice taken down", revision.fingerprint, now=now, reason=text)
        return Lifted.objects.create(
            revision=revision,
            codename=revision.chosen,
            last=newest.pk,
            reason=text,
            at=now,
            by=actor,
        )
