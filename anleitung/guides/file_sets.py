"""File sets of stored guides, all of them for cross-checks."""

from anleitung.core.files.cross import Matter, Set, cross_check
from anleitung.guides.load import Stored, load_whole, readable
from anleitung.guides.models import Draft, Revision


def state_of(row: Stored) -> str:
    return row.version if isinstance(row, Revision) else "draft"


def newest_sets() -> list[tuple[Stored, Set]]:
    """The newest revision of each guide that is not withdrawn, and every draft; a set for each

    codename that it is for.
    """
    newest: dict[int, Stored] = {}
    revisions = Revision.objects.filter(withdrawal__isnull=True).select_related("guide")
    for revision in revisions.order_by("number"):
        newest[revision.guide_id] = revision
    rows = [*newest.values(), *Draft.objects.select_related("guide")]
    return [
        (row, Set(f"{row.title} {state_of(row)}", each))
        for row, _bundle in readable(rows)
        for each in load_whole(row).each
    ]


def matters_of(codename: str) -> tuple[Matter, ...]:
    """What the cross-checks over all guides say of the guides of one codename."""
    sets = newest_sets()
    own = {each.title for _row, each in sets if each.bundle.device.codename == codename}
    return tuple(m for m in cross_check([s for _, s in sets]) if own & set(m.sets))
