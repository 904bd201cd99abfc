"""What the map of a codename shows to be wrong, as matters of the desk."""

from datetime import datetime

from django.contrib.auth.models import User

from anleitung.desk.matters import Matter
from anleitung.routes.ask import ground_of
from anleitung.routes.map_shown import TroubleKind
from anleitung.routes.mapping import kept_map

HARM: dict[TroubleKind, int] = {"rescue": 2, "hangs": 2, "break": 2, "circle": 2, "declared": 3}


def about_chains(
    codename: str, made: tuple[object, ...], *, actor: User, now: datetime
) -> list[Matter]:
    """Works nothing out: of a map that is not there it is said that nobody looked.

    made: of what the routes of the codename are made.
    """
    on = ground_of(codename, now=now, made=made)
    if on is None:
        return []
    path = f"/c/{codename}/routes"
    found = kept_map(codename, on)
    if found is None:
        text = f"The chains of guides on {codename} were not checked since something changed."
        return [Matter("chains", 3, "plain", text, "Look at it", path)]
    mine = {name for name, row in on.revisions.items() if row.published_by_id == actor.pk}
    return [
        Matter(
            kind="chains",
            harm=HARM[each.kind],
            tone="care",
            text=f"{each.title}, {codename}: {each.says}",
            action="Look at it",
            path=f"{path}#{each.guide}",
            mine=each.guide in mine,
        )
        for each in found.troubles
    ]
