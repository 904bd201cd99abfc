"""Areas are wiped in the recovery, each by itself."""

from gettext import gettext as _
from typing import Annotated, Literal

from pydantic import Field

from anleitung.core.documents.base import Id
from anleitung.core.marked import N_, Texts
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
    example = {"action": "wipe", "areas": ["apps"]}

    def run(self, phone: Phone, world: World) -> None:
        require_mode(phone, "recovery")
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
                if phone.is_("running", "stock"):
                    phone.stop("stock-recovery-cannot", area)
                empty_partition(phone, world, "cur", partition)

    def sentence(self, world: World) -> str:
        return _("Wipe {areas}").format(areas=and_list([_NAMES.get(a, a) for a in self.areas]))

    def cautions(self, world: World) -> tuple[str, ...]:
        areas = set(self.areas)
        data = ("all-data-goes",) if areas & {"apps", "media"} else ()
        return (*data, "system-goes") if areas - {"apps", "media"} else data
