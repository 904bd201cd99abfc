"""A partition is mounted in the recovery, so that what is installed there can be written."""

from typing import Literal

from anleitung.core.documents.base import Id
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import Step
from anleitung.core.phone.demands import require_mode
from anleitung.core.phone.world import Phone, World


class Mount(Step):
    action: Literal["mount"]
    partition: Id

    risks = False
    usual = (5, 30)
    short = ("mount {partition}",)
    example = {"action": "mount", "partition": "product"}

    def run(self, phone: Phone, world: World) -> None:
        require_mode(phone, "recovery")
        if world.device.layout.named(self.partition) is None:
            phone.stop("no-such-partition", self.partition)
        if self.partition in world.mountable:
            phone.set(f"mounted.{self.partition}", "yes")

    def sentence(self, world: World) -> str:
        return _("Mount {partition} in the recovery").format(partition=self.partition)
