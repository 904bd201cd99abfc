"""Areas are wiped in the recovery, each by itself."""

from collections.abc import Iterator
from typing import Annotated, Literal

from pydantic import Field

from anleitung.core.documents.base import Id
from anleitung.core.marked import N_, Texts
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import Step, and_list
from anleitung.core.phone.demands import (
    empty_partition,
    require_mode,
    wipe_apps,
    wipe_media,
)
from anleitung.core.phone.world import Phone, World

_NAMES = Texts({"apps": N_("apps with their settings"), "media": N_("the internal storage")})


class Wipe(Step):
    """areas: apps (user data, media aside), media (the internal storage), or partitions."""

    action: Literal["wipe"]
    areas: Annotated[tuple[Id, ...], Field(min_length=1, max_length=20)]

    usual = (5, 60)
    wants_reason = True
    for_effect = True
    no_return = True
    short = ("wipe|erase {areas}",)
    example = {"action": "wipe", "areas": ["apps"]}

    def run(self, phone: Phone, world: World) -> None:
        require_mode(phone, "recovery")
        if set(self.areas) != {"apps", "media"} and phone.is_("running", "stock"):
            # Its menu has one line for all of the user data, and none for anything else.
            phone.stop("stock-recovery-cannot", self.areas[0])
        for area in self.areas:
            if area == "apps":
                wipe_apps(phone, world)
            elif area == "media":
                wipe_media(phone, world)
            else:
                partition = world.device.layout.named(area)
                if partition is None:
                    phone.stop("no-such-area", area)
                if partition.role in ("unique", "firmware"):
                    phone.stop("unique-partition-touched", area)
                empty_partition(phone, world, "cur", partition)

    def done_otherwise(self, world: World) -> Iterator[tuple[str, Step]]:
        """One area left out, or one of the others marked as well."""
        for area in self.areas:
            if len(self.areas) > 1:
                rest = tuple(a for a in self.areas if a != area)
                says = _("{area} is left out").format(area=_NAMES.get(area, area))
                yield says, self.model_copy(update={"areas": rest})
        roles = ("boot", "ramdisk", "recovery", "system", "extra")
        parts = (p.name for p in world.device.layout.partitions if p.role in roles)
        for area in (*_NAMES, *parts):
            if area not in self.areas:
                says = _("{area} is marked as well").format(area=_NAMES.get(area, area))
                yield says, self.model_copy(update={"areas": (*self.areas, area)})

    def sentence(self, world: World) -> str:
        return _("Wipe {areas}").format(areas=and_list([_NAMES.get(a, a) for a in self.areas]))

    def cautions(self, world: World) -> tuple[str, ...]:
        areas = set(self.areas)
        data = ("all-data-goes",) if areas & {"apps", "media"} else ()
        return (*data, "system-goes") if areas - {"apps", "media"} else data
