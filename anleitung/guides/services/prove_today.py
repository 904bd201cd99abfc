"""A guide is proved with the catalogue's documents of today; a draft can also take them over."""

from datetime import datetime
from typing import Any

from django.db import transaction

from anleitung.accounts.roles import require_maintainer
from anleitung.core.formats.write_bundle import write_bundle
from anleitung.guides.load import Stored, as_texts, find_draft, load_bundle, load_proof
from anleitung.guides.models import Draft
from anleitung.guides.services.redraft import redraft, require_seen
from anleitung.guides.today import Today, held_against_today, with_documents


def prove_today(*, actor: Any, row: Stored) -> Today:
    """The proof is kept under the fingerprint of these documents; the guide stays what it is."""
    require_maintainer(actor)
    today = held_against_today(row)
    if today.is_stale and not today.fault:
        load_proof(with_documents(load_bundle(row), today.changed))
        today = held_against_today(row)
    return today


def take_today(*, actor: Any, codename: str, slug: str, seen: str, now: datetime) -> Draft:
    """The draft takes over the catalogue's documents. Its guide and packages stay word for word.

    Raises NoSuchGuide, DraftMoved, InvalidBundle, AlreadyPublished.
    """
    require_maintainer(actor)
    with transaction.atomic():
        draft = find_draft(codename, slug)
        require_seen(draft, seen)
        changed = held_against_today(draft).changed
        written = as_texts(write_bundle(with_documents(load_bundle(draft), changed)))
        own = ("guide.yaml", "prose/", "packages/")
        files = {n: t for n, t in draft.files.items() if n.startswith(own) or n not in written}
        files |= {n: t for n, t in written.items() if not n.startswith(own)}
        bundle = redraft(draft, files, actor=actor, now=now)
    load_proof(bundle)
    return draft
