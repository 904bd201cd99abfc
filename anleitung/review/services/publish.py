"""A draft becomes an immutable revision."""

from datetime import datetime

from django.contrib.auth.models import User
from django.db import transaction

from anleitung.accounts.keepers import require_keeper
from anleitung.audit.record import note as note_in_record
from anleitung.core.documents.base import canonical_bytes
from anleitung.core.documents.plain_text import name_unseen
from anleitung.core.gate.model import Gate, GateLine
from anleitung.core.revisions.compared import Level
from anleitung.guides.comparing import number_for, predecessor_of
from anleitung.guides.errors import AlreadyPublished, ChangeNoteRefused, PublishBlocked
from anleitung.guides.load import chosen_for, find_draft, load_whole
from anleitung.guides.models import ChangeNote, Draft, Revision
from anleitung.guides.services.redraft import require_seen
from anleitung.jobs.services.ask import begin_for_site
from anleitung.reports.evidence import ask_for_evidence
from anleitung.reports.inherit import log_of
from anleitung.review.asked import ask_gate
from anleitung.review.gate import gate_for
from anleitung.review.models import PassedGate, ReviewRequest


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
    require_keeper(actor, codename)
    draft = find_draft(codename, slug)
    require_seen(draft, seen)
    bundle = load_whole(draft)
    require_keeper(actor, *bundle.codenames)
    ask_gate(actor=actor, draft=draft, now=now)
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
        # What people said may have changed while the worker was asked: this is what counts.
        gate = gate_for(draft, actor=actor, now=now)
        require_open(gate, several=len(bundle.codenames) > 1)
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
        body = [line.model_dump(mode="json") for line in gate.lines]
        PassedGate.objects.create(revision=revision, pair=gate.pair, body=body)
        ReviewRequest.objects.filter(guide=draft.guide, ended_at=None).update(
            ended_at=now, ended_by=actor
        )
        told = {"guide": str(draft.guide), "version": numbered.version, "pair": gate.pair}
        note_in_record(actor, "published", draft.fingerprint, now=now, **told)
        draft.delete()
    for each in bundle.codenames:
        begin_for_site(kind="links", key=each, args={"codename": each}, now=now)
        # What was reported before may speak for this state as well.
        counted = chosen_for(revision, each)
        if log_of(counted).exists():
            ask_for_evidence(counted, now=now)
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


def next_number(draft: Draft) -> int:
    return Revision.objects.filter(guide=draft.guide).count() + 1


def require_open(gate: Gate, *, several: bool) -> None:
    """A stop that two people have signed to be wrong blocks nothing, and readers see it.

    Raises PublishBlocked with the first thing of each line that is in the way.
    """
    blocked = [line for line in gate.lines if line.state in ("open", "unknown")]
    if blocked:
        raise PublishBlocked("; ".join(_blocks(line, several=several) for line in blocked))


def _blocks(line: GateLine, *, several: bool) -> str:
    left = [item for item in line.items if item.waiver is None]
    more = f" ({len(left) - 1} more)" if len(left) > 1 else ""
    first = left[0].says if left else line.says
    where = f"for {left[0].codename}: " if several and left and left[0].codename else ""
    return f"{line.title}: {where}{first}{more}"
