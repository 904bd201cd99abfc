"""A guide is proved with the catalogue's documents of today; a draft can also take them over."""

from datetime import datetime

from django.contrib.auth.models import User
from django.db import transaction

from anleitung.accounts.keepers import require_keeper
from anleitung.accounts.roles import require_maintainer
from anleitung.catalogue.load import current_fingerprints
from anleitung.guides.asked import ask_proof
from anleitung.guides.load import Stored, chosen_for, find_draft, load_bundle, load_whole
from anleitung.guides.models import Draft
from anleitung.guides.services.redraft import is_of_catalogue, require_seen, rewrite
from anleitung.guides.today import (
    Today,
    changed_documents,
    held_against_today,
    with_documents,
)


def prove_today(*, actor: User, row: Stored, at: datetime) -> Today:
    """For each codename. The proof is kept under the fingerprint of these documents; the guide

    stays what it is. Raises UnderWay where it takes longer than a moment.
    """
    require_maintainer(actor)
    for codename in load_whole(row).codenames:
        each = chosen_for(row, codename)
        today = held_against_today(each)
        if today.is_stale and not today.fault:
            now = with_documents(load_bundle(each), today.changed)
            ask_proof(actor=actor, row=each, now=at, of=now, today=True)
    return held_against_today(row)


def take_today(*, actor: User, codename: str, slug: str, seen: str, now: datetime) -> Draft:
    """The draft takes over the catalogue's documents. Its guide and packages stay word for word.

    Raises NotThere, DraftMoved, InvalidBundle, AlreadyPublished.
    """
    require_keeper(actor, codename)
    with transaction.atomic():
        draft = find_draft(codename, slug)
        require_seen(draft, seen)
        whole = load_whole(draft)
        ours = with_documents(whole, changed_documents(whole, current_fingerprints()))
        rewrite(
            draft,
            ours,
            only=is_of_catalogue,
            actor=actor,
            now=now,
            says="the catalogue's documents of today",
        )
    return draft
