"""Life with a phone, on the page of its codename: what may be wanted of it, as it is by now."""

from datetime import datetime
from typing import Any
from urllib.parse import urlencode

from anleitung.core.marked import gettext as _
from anleitung.core.routes.aims import Standing, standings_of
from anleitung.routes.ask import ground_of
from anleitung.storage.recent import Kept

_KEPT: Kept[tuple[object, ...], list[dict[str, Any]]] = Kept(most=50, per_language=True)


def standings_out(codename: str, *, now: datetime) -> list[dict[str, Any]]:
    """Each state of the phone with its aims, one press away from their route; [] for none."""
    on = ground_of(codename, now=now)
    if on is None:
        return []
    names = {s.id: s.name for s in on.ground.world.device.other_systems}

    def made() -> list[dict[str, Any]]:
        return [
            {
                "says": _says(each, names),
                "aims": [
                    {
                        "words": aim.words,
                        "address": f"/c/{codename}/route?{urlencode({'to': aim.id, **each.known})}",
                    }
                    for aim in each.aims
                ],
            }
            for each in standings_of(on.ground)
            if each.aims
        ]

    return _KEPT.get_or(on.key, made)


def _says(standing: Standing, names: dict[str, str]) -> str:
    system = standing.known["system"]
    if system != "stock":
        return _("It runs {name}").format(name=names[system])
    if standing.known["bootloader"] == "locked":
        return _("It runs the maker’s system, and its bootloader is locked")
    return _("It runs the maker’s system, and its bootloader is unlocked")
