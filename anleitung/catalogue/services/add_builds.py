"""Builds are entered in bulk: from a pasted list or a CSV, with a preview first."""

from collections.abc import Hashable, Sequence
from dataclasses import dataclass
from datetime import datetime

from django.contrib.auth.models import User
from django.db import transaction

from anleitung.accounts.keepers import require_keeper
from anleitung.catalogue.load import load_builds, load_device, load_reader, stored_builds
from anleitung.catalogue.models import Entry
from anleitung.catalogue.services.save import put
from anleitung.core.formats.build_csv import looks_like_csv, read_build_csv
from anleitung.core.formats.build_list import (
    TAKEN,
    Filling,
    ListRow,
    read_build_list,
    require_room,
)
from anleitung.jobs.work import LAST, Tick
from anleitung.storage.recent import Kept

_ROWS: Kept[Hashable, tuple[ListRow, ...]] = Kept(most=2)


@dataclass(frozen=True, slots=True)
class Added:
    """new, changed: how many builds were stored; left: lines that were not taken."""

    new: int
    changed: int
    left: int


def preview_builds(*, codename: str, text: str, filling: Filling) -> Sequence[ListRow]:
    """What each line becomes. Raises NoSuchDocument, TooManyLines, InvalidCsv."""
    device = load_device(codename)
    listed, reader = load_builds(device), load_reader(device)
    stored = stored_builds(codename)

    def read() -> tuple[ListRow, ...]:
        if looks_like_csv(text):
            return read_build_csv(text, listed=stored)
        return read_build_list(text, device=device, reader=reader, listed=listed, filling=filling)

    # A long list is looked at page by page, and then stored: it is read once for all of that.
    scheme = reader.scheme.model_dump_json() if reader else ""
    key = (device.model_dump_json(), scheme, tuple(stored.values()), text, filling)
    return _ROWS.get_or(key, read)


def add_builds(
    *,
    actor: User,
    codename: str,
    text: str,
    filling: Filling,
    now: datetime,
    tick: Tick = lambda done, total: None,
) -> Added:
    """Stores the lines that are new or changed; the others are left out. All or nothing."""
    require_keeper(actor, codename)
    # Read before the transaction begins, and again within it only where something moved since.
    preview_builds(codename=codename, text=text, filling=filling)
    tick(1, 3)
    with transaction.atomic():
        rows = preview_builds(codename=codename, text=text, filling=filling)
        require_room(rows, load_builds(load_device(codename)))
        taken = [row for row in rows if row.verdict in TAKEN]
        for row in taken:
            assert row.build is not None
            entry, _ = Entry.objects.select_related("current").get_or_create(
                kind="build", codename=codename, name=row.build.build
            )
            put(entry, row.build, actor=actor, note="entered in bulk", now=now)
            if entry.retired_at is not None:
                entry.retired_at, entry.retired_because = None, ""
                entry.save(update_fields=["retired_at", "retired_because"])
        tick(*LAST)
    new = sum(row.verdict == "new" for row in taken)
    return Added(new=new, changed=len(taken) - new, left=len(rows) - len(taken))
