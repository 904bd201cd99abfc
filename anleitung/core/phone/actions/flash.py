"""An image is written to a partition by the bootloader."""

from gettext import gettext as _
from typing import Literal

from anleitung.core.documents.base import Id
from anleitung.core.phone.actions.base import Step
from anleitung.core.phone.demands import (
    require_at_hand,
    require_link,
    require_mode,
    sides_of,
    write_content,
)
from anleitung.core.phone.world import Phone, World

_WHERE = {
    "running": _("the running slot"),
    "other": _("the other slot"),
    "both": _("both slots"),
}


class Flash(Step):
    action: Literal["flash"]
    partition: Id
    file: Id
    where: Literal["running", "other", "both"] = "running"

    usual = (10, 60)
    no_return = True

    def run(self, phone: Phone, world: World) -> None:
        require_mode(phone, "bootloader")
        require_link(phone)
        package = require_at_hand(phone, world, self.file)
        if world.device.layout.named(self.partition) is None:
            phone.stop("no-such-partition", self.partition)
        if phone.is_("bootloader", "locked"):
            phone.stop("flash-while-locked", self.partition)
        for side in sides_of(self.where):
            write_content(phone, world, side, self.partition, package)

    def sentence(self, world: World) -> str:
        return _("Flash {name} to {partition} in {where}").format(
            name=world.file_name(self.file), partition=self.partition, where=_WHERE[self.where]
        )

    def cautions(self, world: World) -> tuple[str, ...]:
        partition = world.device.layout.named(self.partition)
        if partition is not None and partition.role == "firmware":
            return ("wrong-file-ends-phone", "radio-test-call")
        return ("wrong-file-ends-phone",)

    def command_key(self) -> str | None:
        return f"flash.{self.where}"

    def command_values(self, world: World) -> dict[str, str]:
        return {"file": world.file_name(self.file), "partition": self.partition}

    def used_files(self) -> tuple[str, ...]:
        return (self.file,)
