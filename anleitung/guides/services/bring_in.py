"""A bundle is brought in as the draft of its guide."""

from dataclasses import dataclass
from datetime import datetime
from typing import Any

from django.db import transaction

from anleitung.accounts.roles import require_maintainer
from anleitung.catalogue.services.enter import enter_missing
from anleitung.core.formats.read_bundle import read_bundle
from anleitung.guides.errors import AlreadyPublished, DraftMoved
from anleitung.guides.load import as_texts, load_proof
from anleitung.guides.models import Draft, Guide, Revision
from anleitung.guides.pictures import store_pictures


@dataclass(frozen=True, slots=True)
class BroughtIn:
    draft: Draft
    replaced: bool


def bring_in(*, actor: Any, files: dict[str, bytes], replaces: str, now: datetime) -> BroughtIn:
    """replaces: the fingerprint of the draft that the actor means to replace, "" for none.

    Raises InvalidBundle, AlreadyPublished, DraftMoved; then nothing is stored.
    """
    require_maintainer(actor)
    bundle = read_bundle(files)
    load_proof(bundle)
    with transaction.atomic():
        published = Revision.objects.filter(fingerprint=bundle.fingerprint).first()
        if published is not None:
            raise AlreadyPublished(
                f"This very state is published already, as {published.guide} {published.version}."
            )
        guide, _ = Guide.objects.get_or_create(
            codename=bundle.device.codename, slug=bundle.guide.id
        )
        standing = Draft.objects.filter(guide=guide).first()
        if standing is not None and standing.fingerprint not in (replaces, bundle.fingerprint):
            raise DraftMoved(
                f"{guide} has a draft already, brought in by {standing.updated_by} on "
                f"{standing.updated_at:%-d %B %Y at %H:%M} UTC. Replace it, or keep it.",
                standing=standing.fingerprint,
            )
        enter_missing(bundle, actor=actor, now=now)
        store_pictures(files, actor=actor, now=now)
        draft, created = Draft.objects.update_or_create(
            guide=guide,
            defaults={
                "fingerprint": bundle.fingerprint,
                "title": bundle.guide.title,
                "files": as_texts(files),
                "updated_at": now,
                "updated_by": actor,
            },
        )
    return BroughtIn(draft, replaced=not created)
