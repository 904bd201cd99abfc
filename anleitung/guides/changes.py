"""What was published and withdrawn, newest first: for a page, and for feeds."""

from dataclasses import dataclass
from datetime import datetime

from anleitung.guides.load import chosen_for, find_guide, guides_of, is_for
from anleitung.guides.models import Revision

MOST = 100


@dataclass(frozen=True, slots=True)
class Change:
    """lines: what readers are told of it; withdrawn: the reason, "" where it stands; at: the

    latest of being published and withdrawn.
    """

    revision: Revision
    lines: tuple[str, ...]
    withdrawn: str
    at: datetime

    @property
    def path(self) -> str:
        """Of the readers' page. Where a guide is for several phones it asks which: nothing of the

        steps is read for a list.
        """
        row = self.revision
        return f"/r/{row.short}/for/{row.chosen}" if row.chosen else f"/r/{row.short}"


def changes_of(codename: str = "", slug: str = "") -> list[Change]:
    """Of a guide, of all guides of a codename, or of the site. Raises NoSuchGuide."""
    rows = Revision.objects.exclude(guide__is_trial=True)
    if slug:
        rows = rows.filter(guide=find_guide(codename, slug))
    elif codename:
        rows = rows.filter(guide__in=guides_of(codename))
    rows = rows.select_related("guide", "change_note", "withdrawal", "published_by").order_by(
        "-published_at"
    )
    found = [_change(row, codename) for row in rows[:MOST] if _is_for(row, codename)]
    return sorted(found, key=lambda change: change.at, reverse=True)


def _is_for(row: Revision, codename: str) -> bool:
    """A guide may have been for fewer codenames once."""
    return not codename or is_for(chosen_for(row, codename))


def _change(row: Revision, codename: str) -> Change:
    note = getattr(row, "change_note", None)
    withdrawal = getattr(row, "withdrawal", None)
    return Change(
        revision=chosen_for(row, codename or row.guide.codename),
        lines=tuple(note.text.splitlines()) if note else (),
        withdrawn=withdrawal.reason if withdrawal else "",
        at=max(row.published_at, withdrawal.at) if withdrawal else row.published_at,
    )
