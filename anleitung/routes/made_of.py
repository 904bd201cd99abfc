"""What the routes of a codename are made of: the same, as long as nothing of it changed."""

from datetime import datetime

from anleitung.catalogue.models import Entry
from anleitung.guides.load import guides_of
from anleitung.guides.models import Deprecation, Revision
from anleitung.jobs.models import Outcome
from anleitung.reports.evidence import KIND
from anleitung.reports.models import Lifted


def made_of(codename: str, *, now: datetime) -> tuple[object, ...]:
    """States of its guides, documents of the catalogue, what readers were counted to say, and the

    day: a notice of dead phones ends by itself.
    """
    guides = guides_of(codename)
    states = Revision.objects.filter(guide__in=guides).order_by("pk")
    deprecated = Deprecation.objects.filter(guide__in=guides, ended_at=None).order_by("pk")
    documents = Entry.objects.filter(codename__in=(codename, "")).order_by("pk")
    counted = Outcome.objects.filter(kind=KIND).order_by("pk")
    lifted = Lifted.objects.order_by("pk")
    return (
        codename,
        *states.values_list("pk", "fingerprint", "version", "published_by", "withdrawal"),
        *deprecated.values_list("guide__slug"),
        *documents.values_list("kind", "name", "current__fingerprint", "retired_at"),
        *counted.values_list("key", "digest"),
        *lifted.values_list("pk", "last"),
        now.date(),
    )
