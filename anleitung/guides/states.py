"""What a published state is by now: one word wherever it is named."""

from collections.abc import Iterable
from typing import Literal

from anleitung.guides.errors import DeprecateRefused
from anleitung.guides.models import Deprecation, Guide, Revision

State = Literal["published", "superseded", "deprecated", "withdrawn"]


def states_of(revisions: Iterable[Revision]) -> dict[int, State]:
    """Of all revisions of one guide, by their keys. Withdrawn counts before everything else:

    what is withdrawn supersedes nothing.
    """
    rows = sorted(revisions, key=lambda row: -row.number)
    found: dict[int, State] = {}
    is_newest = True
    is_deprecated = bool(rows) and deprecation_of(rows[0].guide) is not None
    for row in rows:
        if hasattr(row, "withdrawal"):
            found[row.pk] = "withdrawn"
            continue
        now: State = "deprecated" if is_deprecated else "published"
        found[row.pk] = now if is_newest else "superseded"
        is_newest = False
    return found


def deprecation_of(guide: Guide) -> Deprecation | None:
    """The one that stands, if any."""
    return (
        Deprecation.objects.filter(guide=guide, ended_at__isnull=True)
        .select_related("follower", "by")
        .first()
    )


def require_no_circle(guide: Guide, follower: Guide) -> None:
    """Raises DeprecateRefused where the follower leads back to the guide."""
    seen = {guide.pk}
    at: Guide | None = follower
    while at is not None:
        if at.pk in seen:
            raise DeprecateRefused(
                f"{follower.slug} is followed by {guide.slug}: readers would be sent in a circle."
            )
        seen.add(at.pk)
        standing = deprecation_of(at)
        at = standing.follower if standing else None
