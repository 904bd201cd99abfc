"""When something changes that a codename is made of, the worker draws its map anew and goes through

its guides.
"""

from typing import Any

from django.db.models.signals import post_save
from django.utils import timezone

from anleitung.catalogue.models import Version
from anleitung.guides.models import Deprecation, Guide, Revision, Withdrawal
from anleitung.jobs.services.ask import begin_for_site
from anleitung.routes.mapping import KIND
from anleitung.routes.tasks import begin_going_through

MODELS = (Revision, Withdrawal, Deprecation, Version)


def connect() -> None:
    for model in MODELS:
        post_save.connect(_renew, sender=model, dispatch_uid=f"map anew after {model.__name__}")


def _renew(instance: Any, **_: Any) -> None:
    for codename in _codenames(instance):
        begin_for_site(kind=KIND, key=codename, args={"codename": codename}, now=timezone.now())
        begin_going_through(codename, now=timezone.now())


def _codenames(instance: Any) -> list[str]:
    if isinstance(instance, Version):
        return [instance.entry.codename] if instance.entry.codename else []
    guide: Guide = instance.revision.guide if isinstance(instance, Withdrawal) else instance.guide
    return [guide.codename, *guide.also_for.values_list("codename", flat=True)]
