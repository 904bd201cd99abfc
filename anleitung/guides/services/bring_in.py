"""A bundle is brought in as the draft of its guide."""

from dataclasses import dataclass
from datetime import datetime

from django.contrib.auth.models import User
from django.db import transaction

from anleitung.accounts.keepers import require_keeper
from anleitung.accounts.roles import require_maintainer
from anleitung.catalogue.load import current_fingerprints, known_codenames
from anleitung.catalogue.services.enter import enter_missing
from anleitung.core.formats.read_bundle import read_bundle
from anleitung.guides.also_for import enter_codenames
from anleitung.guides.differences import Difference, differences
from anleitung.guides.errors import AlreadyPublished, DraftMoved
from anleitung.guides.history import keep_first_state, keep_state
from anleitung.guides.load import as_texts, load_proof
from anleitung.guides.models import Draft, Guide, Revision
from anleitung.guides.pictures import store_pictures
from anleitung.guides.today import changed_documents
from anleitung.jobs.work import LAST, Tick


@dataclass(frozen=True, slots=True)
class BroughtIn:
    """differs: its documents that the catalogue holds otherwise. The catalogue stays as it is."""

    draft: Draft
    replaced: bool
    differs: tuple[Difference, ...] = ()


def bring_in(
    *,
    actor: User,
    files: dict[str, bytes],
    replaces: str,
    now: datetime,
    tick: Tick = lambda done, total: None,
) -> BroughtIn:
    """replaces: the fingerprint of the draft that the actor means to replace, "" for none.

    Raises InvalidBundle, AlreadyPublished, DraftMoved; then nothing is stored.
    """
    require_maintainer(actor)
    bundle = read_bundle(files)
    # A codename that nobody entered yet is kept by whoever brings it in.
    require_keeper(actor, *known_codenames(bundle.codenames))
    tick(1, 3)
    for each in bundle.each:
        load_proof(each)
    with transaction.atomic():
        tick(*LAST)  # from here on it is not stopped any more
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
                f"{guide} has a draft already, imported by {standing.updated_by} on "
                f"{standing.updated_at:%-d %B %Y at %H:%M} UTC. Replace it, or keep it.",
                standing=standing.fingerprint,
            )
        enter_codenames(guide, bundle)
        enter_missing(bundle, actor=actor, now=now)
        store_pictures(files, actor=actor, now=now)
        if standing is not None:
            keep_first_state(standing)
            standing.save(update_fields=["state"])
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
        keep_state(draft, "imported")
        draft.save(update_fields=["state"])
    changed = changed_documents(bundle, current_fingerprints())
    return BroughtIn(draft, not created, tuple(differences(bundle, changed)))
