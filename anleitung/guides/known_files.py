"""The digests of all states of all guides, in an index of the database."""

from collections.abc import Sequence
from typing import Any

from anleitung.core.files.match import FileAtHand, KnownBytes
from anleitung.guides.errors import UnreadableGuide
from anleitung.guides.load import Stored, load_whole
from anleitung.guides.models import Draft, KnownFile, Revision


def index_files(row: Stored) -> None:
    """What is known of its files is written anew."""
    try:
        packages = load_whole(row).packages
    except UnreadableGuide:
        packages = ()
    about: dict[str, Any] = {"draft": row} if isinstance(row, Draft) else {"revision": row}
    KnownFile.objects.filter(**about).delete()
    KnownFile.objects.bulk_create(
        KnownFile(**about, sha256=p.sha256, name=p.name) for p in packages if p.sha256
    )


def index_missing() -> None:
    """For what was stored before there was an index."""
    for kind in (Draft, Revision):
        for row in kind._default_manager.filter(known_files__isnull=True):
            index_files(row)


def known_bytes(besides: Stored, found: Sequence[FileAtHand], *, drafts: bool) -> KnownBytes:
    """What these files may be in another state of any guide. drafts: not for strangers."""
    digests = {f.digests["sha256"] for f in found if "sha256" in f.digests}
    rows = KnownFile.objects.filter(sha256__in=sorted(digests)[:500]).select_related(
        "draft", "revision"
    )
    known: dict[str, str] = {}
    for row in rows.order_by("pk"):
        state: Any = row.revision or row.draft
        if state.fingerprint == besides.fingerprint or (row.draft is not None and not drafts):
            continue
        of = state.version if row.revision is not None else "draft"
        known[row.sha256] = f"{row.name} of {state.title} {of}"
    return KnownBytes(known)
