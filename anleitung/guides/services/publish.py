"""A draft becomes an immutable revision."""

from datetime import datetime

from django.contrib.auth.models import User
from django.db import transaction

from anleitung.accounts.roles import require_maintainer
from anleitung.core.documents.base import canonical_bytes
from anleitung.core.documents.plain_text import name_unseen
from anleitung.core.proof.result import ProofOut
from anleitung.core.revisions.compared import Level
from anleitung.guides.asked import ask_proof
from anleitung.guides.comparing import number_for, predecessor_of
from anleitung.guides.contests import open_stops
from anleitung.guides.errors import AlreadyPublished, ChangeNoteRefused, PublishBlocked
from anleitung.guides.load import chosen_for, find_draft, load_bundle, load_whole
from anleitung.guides.models import ChangeNote, Draft, Revision
from anleitung.guides.services.redraft import require_seen
from anleitung.guides.today import held_against_today
from anleitung.jobs.services.ask import begin_for_site


def publish(
    *,
    actor: User,
    codename: str,
    slug: str,
    seen: str,
    now: datetime,
    level: Level | None = None,
    note: str = "",
) -> Revision:
    """seen: the fingerprint of the draft that the actor read. level: that the number shall have at

    least; by itself it follows from what differs. note: what readers are told of the change, ""
    for the sentences of the comparison.
    Raises NotThere, DraftMoved, PublishBlocked, AlreadyPublished, UnderWay, VersionRefused,
    ChangeNoteRefused.
    """
    require_maintainer(actor)
    draft = find_draft(codename, slug)
    require_seen(draft, seen)
    bundle = load_whole(draft)
    for each in bundle.codenames:
        _require_holds(chosen_for(draft, each), actor, now, each if bundle.others else "")
    before = predecessor_of(draft)
    numbered = number_for(draft, level)
    text = _note(note) if note.strip() else numbered.note
    with transaction.atomic():
        draft = find_draft(codename, slug)
        require_seen(draft, seen)
        if predecessor_of(draft) != before:
            raise AlreadyPublished("Another state was published meanwhile. Look at it first.")
        if Revision.objects.filter(fingerprint=draft.fingerprint).exists():
            raise AlreadyPublished("This very state is published already.")
        number = next_number(draft)
        revision = Revision.objects.create(
            guide=draft.guide,
            number=number,
            version=numbered.version,
            fingerprint=draft.fingerprint,
            short=draft.fingerprint.removeprefix("sha256:")[:12],
            title=draft.title,
            files=draft.files,
            manifest=canonical_bytes(bundle.manifest).decode(),
            published_at=now,
            published_by=actor,
        )
        ChangeNote.objects.create(revision=revision, level=numbered.level, text=text)
        draft.delete()
    for each in bundle.codenames:
        begin_for_site(kind="links", key=each, args={"codename": each}, now=now)
    return revision


def _note(text: str) -> str:
    lines = [" ".join(line.split()) for line in text.strip().splitlines()]
    plain = "\n".join(line for line in lines if line)
    unseen = name_unseen(plain)
    if unseen or len(plain) > MOST_CHARACTERS:
        why = (
            f"it holds {unseen}" if unseen else f"it is longer than {MOST_CHARACTERS:,} characters"
        )
        raise ChangeNoteRefused(f"This cannot be told to readers: {why}.")
    return plain


MOST_CHARACTERS = 4_000


def _require_holds(draft: Draft, actor: User, now: datetime, codename: str) -> None:
    """For the chosen codename; codename: to be named, "" where there is one only."""
    proof = ask_proof(actor=actor, row=draft, now=now)
    require_publishable(proof, load_bundle(draft).fingerprint, codename)
    today = held_against_today(draft)
    if today.fault or today.stops:
        why = today.fault or f"{today.stops} stop{'s' if today.stops > 1 else ''} with them"
        raise PublishBlocked(
            f"{_for(codename)}It does not hold with the catalogue's documents of today: {why}."
        )


def _for(codename: str) -> str:
    return f"For {codename}: " if codename else ""


def next_number(draft: Draft) -> int:
    return Revision.objects.filter(guide=draft.guide).count() + 1


def require_publishable(proof: ProofOut, fingerprint: str, codename: str = "") -> None:
    """A stop that two people have signed to be wrong blocks nothing, and readers see it."""
    if not proof.finished:
        raise PublishBlocked(
            f"{_for(codename)}The proof is not finished: its budget was spent at step "
            f"{proof.unfinished_at}."
        )
    stops = open_stops(fingerprint, proof.findings)
    if stops:
        count = f"{len(stops)} stop{'s' if len(stops) > 1 else ''}"
        says = f"{_for(codename)}{count} open. The first: {stops[0].message}"
        raise PublishBlocked(says, stops)
