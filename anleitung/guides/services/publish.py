"""A draft becomes an immutable revision."""

from datetime import datetime
from typing import Any

from django.db import transaction

from anleitung.accounts.roles import require_maintainer
from anleitung.core.documents.base import canonical_bytes
from anleitung.core.proof.model import ProofOut
from anleitung.guides.errors import AlreadyPublished, DraftMoved, PublishBlocked
from anleitung.guides.load import find_draft, load_bundle, load_proof
from anleitung.guides.models import Draft, Revision


def publish(*, actor: Any, codename: str, slug: str, seen: str, now: datetime) -> Revision:
    """seen: the fingerprint of the draft that the actor read.

    Raises NoSuchGuide, DraftMoved, PublishBlocked, AlreadyPublished.
    """
    require_maintainer(actor)
    draft = find_draft(codename, slug)
    _require_seen(draft, seen)
    bundle = load_bundle(draft)
    require_publishable(load_proof(bundle))
    with transaction.atomic():
        draft = find_draft(codename, slug)
        _require_seen(draft, seen)
        if Revision.objects.filter(fingerprint=draft.fingerprint).exists():
            raise AlreadyPublished("This very state is published already.")
        number = next_number(draft)
        revision = Revision.objects.create(
            guide=draft.guide,
            number=number,
            version=version_of(number),
            fingerprint=draft.fingerprint,
            short=draft.fingerprint.removeprefix("sha256:")[:12],
            title=draft.title,
            files=draft.files,
            manifest=canonical_bytes(bundle.manifest).decode(),
            published_at=now,
            published_by=actor,
        )
        draft.delete()
    return revision


def next_number(draft: Draft) -> int:
    return Revision.objects.filter(guide=draft.guide).count() + 1


def version_of(number: int) -> str:
    """Until versions follow from meaning every publication is a major one: saying less than is

    so would be unsafe.
    """
    return f"{number}.0.0"


def require_publishable(proof: ProofOut) -> None:
    if not proof.finished:
        raise PublishBlocked(
            f"The proof is not finished: its budget was spent at step {proof.unfinished_at}."
        )
    stops = tuple(f for f in proof.findings if f.severity == "stop")
    if stops:
        count = f"{len(stops)} stop{'s' if len(stops) > 1 else ''}"
        raise PublishBlocked(f"{count} open. The first: {stops[0].message}", stops)


def _require_seen(draft: Draft, seen: str) -> None:
    if draft.fingerprint != seen:
        raise DraftMoved(
            "The draft was replaced since you opened it. Read the new one before you publish.",
            standing=draft.fingerprint,
        )
