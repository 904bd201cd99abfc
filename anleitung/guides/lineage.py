"""Which guide was begun from which, and what became of the other since."""

from dataclasses import dataclass
from datetime import datetime

from anleitung.guides.history import keep_first_state
from anleitung.guides.load import Stored
from anleitung.guides.models import Draft, Guide, Lineage, Revision


@dataclass(frozen=True, slots=True)
class Relative:
    """A guide that this one was begun from, or that was begun from this one.

    version, state: of the parent, from which it was begun: a published one, or the number of a
    state of its draft; "" and None where that is gone. newest: what is published of it, "" for
    nothing.
    """

    codename: str
    slug: str
    title: str
    version: str
    state: int | None
    newest: str


def keep_lineage(guide: Guide, row: Stored, *, now: datetime) -> None:
    """Within a transaction. row: the state from which it was begun."""
    state = None
    if isinstance(row, Draft):
        if row.state is None:
            keep_first_state(row)
            row.save(update_fields=["state"])
        state = row.state
    Lineage.objects.update_or_create(
        guide=guide,
        defaults={
            "parent": row.guide,
            "revision": row if isinstance(row, Revision) else None,
            "state": state,
            "at": now,
        },
    )


def parent_of(guide: Guide) -> Relative | None:
    found = Lineage.objects.filter(guide=guide).select_related("parent", "revision", "state")
    row = found.first()
    return _relative(row, row.parent) if row is not None else None


def forks_of(guide: Guide) -> list[Relative]:
    rows = Lineage.objects.filter(parent=guide).select_related("guide", "revision", "state")
    return [_relative(row, row.guide) for row in rows.order_by("pk")]


def _relative(row: Lineage, other: Guide) -> Relative:
    newest = other.revisions.filter(withdrawal__isnull=True).order_by("-number").first()
    draft = Draft.objects.filter(guide=other).first()
    shown = newest or draft
    return Relative(
        codename=other.codename,
        slug=other.slug,
        title=shown.title if shown else other.slug,
        version=row.revision.version if row.revision else "",
        state=row.state.number if row.state else None,
        newest=newest.version if newest else "",
    )
