"""What the routes of a codename are made of: the same, as long as nothing of it changed."""

from collections import defaultdict
from collections.abc import Collection
from datetime import datetime
from typing import Any

from anleitung.catalogue.models import Entry
from anleitung.guides.models import AlsoFor, Deprecation, Guide, Revision
from anleitung.jobs.models import Outcome
from anleitung.reports.evidence import KIND
from anleitung.reports.models import Lifted


def made_of(codename: str, *, now: datetime) -> tuple[object, ...]:
    return made_of_each([codename], now=now)[codename]


def made_of_each(codenames: Collection[str], *, now: datetime) -> dict[str, tuple[object, ...]]:
    """Of each codename states of its guides, documents of the catalogue, what readers were counted

    to say, and the day: a notice of dead phones ends by itself. A few queries for all of them.
    """
    guides: dict[int, list[str]] = defaultdict(list)
    for model, pk in ((Guide, "pk"), (AlsoFor, "guide")):
        rows: Any = model._default_manager.filter(codename__in=codenames)
        for guide, codename in rows.values_list(pk, "codename"):
            guides[guide].append(codename)
    found: dict[str, list[object]] = {each: [each] for each in codenames}
    states = Revision.objects.filter(guide__in=guides).order_by("pk")
    state_parts = ("guide", "pk", "fingerprint", "version", "published_by", "withdrawal")
    for guide, *state in states.values_list(*state_parts):
        for codename in guides[guide]:
            found[codename].append(tuple(state))
    deprecated = Deprecation.objects.filter(guide__in=guides, ended_at=None).order_by("pk")
    for guide, slug in deprecated.values_list("guide", "guide__slug"):
        for codename in guides[guide]:
            found[codename].append(slug)
    documents = Entry.objects.filter(codename__in=[*codenames, ""]).order_by("pk")
    document_parts = ("codename", "kind", "name", "current__fingerprint", "retired_at")
    for codename, *document in documents.values_list(*document_parts):
        for each in [codename] if codename else found:
            found[each].append(tuple(document))
    counted = Outcome.objects.filter(kind=KIND).order_by("pk").values_list("key", "digest")
    lifted = Lifted.objects.order_by("pk").values_list("pk", "last")
    site = (*counted, *lifted, now.date())
    return {codename: (*own, *site) for codename, own in found.items()}
