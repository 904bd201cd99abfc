"""Readers who left an address are told when the version that they followed is withdrawn."""

from datetime import datetime
from typing import Any

from django.conf import settings
from django.core.exceptions import ValidationError
from django.core.mail import send_mail
from django.core.validators import validate_email
from django.db import transaction

from anleitung.core.marked import N_
from anleitung.core.marked import gettext as _
from anleitung.guides.models import Revision
from anleitung.jobs.models import Job
from anleitung.jobs.services.ask import begin_for_site
from anleitung.jobs.work import JobKind, Tick
from anleitung.limits.spend import Limit, spend
from anleitung.reports.errors import AddressRefused
from anleitung.reports.models import ToTell

KIND = "tell-withdrawn"
ADDRESSES = Limit("address to tell", settings.REPORTS_PER_ADDRESS, settings.REPORTS_PER_HOUR)
_MANY = N_("Many addresses were left from here within the last hour. Try again later.")


def keep_address(*, revision: Revision, email: str, address: str, now: datetime) -> None:
    """address: a name for where it comes from (limits.spend.address_name).

    Raises AddressRefused, TooMany; then nothing is kept.
    """
    wanted = email.strip()
    try:
        validate_email(wanted)
    except ValidationError as error:
        raise AddressRefused(_("This is no e-mail address.")) from error
    if len(wanted) > 200:
        raise AddressRefused(_("This address is too long."))
    if hasattr(revision, "withdrawal"):
        raise AddressRefused(_("This version is withdrawn already."))
    with transaction.atomic():
        spend(ADDRESSES, address, now=now, says=_(_MANY))
        ToTell.objects.get_or_create(revision=revision, email=wanted, defaults={"at": now})


def tell_who_waits(*, now: datetime) -> None:
    """Where a mail could not be sent, or everything ended before it was."""
    withdrawn = Revision.objects.filter(withdrawal__isnull=False, to_tell__isnull=False)
    for revision in withdrawn.distinct():
        args = {"revision": revision.pk}
        begin_for_site(kind=KIND, key=revision.fingerprint, args=args, now=now)


def _tell(job: Job, tick: Tick) -> dict[str, Any]:
    """Each address is deleted once its mail is on the way: nobody is told twice."""
    revision = Revision.objects.select_related("guide", "withdrawal").get(pk=job.args["revision"])
    waiting = list(ToTell.objects.filter(revision=revision).order_by("pk"))
    for number, each in enumerate(waiting):
        tick(number, len(waiting))
        send_mail(
            f"Withdrawn: {revision.title} {revision.version}",
            _text(revision),
            None,
            [each.email],
        )
        each.delete()
    return {"told": len(waiting)}


def _text(revision: Revision) -> str:
    reason = revision.withdrawal.reason
    return (
        f"You followed “{revision.title}” {revision.version} for {revision.guide.codename}. It was "
        f"withdrawn:\n\n{reason}\n\n"
        f"What is known now stands at {settings.SITE_ADDRESS}/r/{revision.short}\n\n"
        "You left your address for exactly this. It is deleted now.\n"
    )


WORK = JobKind(KIND, "telling readers of a withdrawal", _tell, again=True)
