"""An image is written to a partition by the bootloader."""

from collections.abc import Iterator
from typing import Literal

from anleitung.core.documents.base import Id
from anleitung.core.marked import N_, Texts
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import IMAGES, Step, with_another_file
from anleitung.core.phone.demands import (
    empty_written,
    require_in_set,
    require_link,
    require_mode,
)
from anleitung.core.phone.ways import FLASH
from anleitung.core.phone.world import Phone, World
from anleitung.core.phone.writing import Way, write

_WHERE = Texts(
    {
        "running": N_("the running slot"),
        "other": N_("the other slot"),
        "both": N_("both slots"),
        "a": N_("slot a"),
        "b": N_("slot b"),
        "each": N_("the slot whose turn it is"),
    }
)


class Flash(Step):
    action: Literal["flash"]
    partition: Id
    file: Id
    where: Literal["running", "other", "both", "a", "b", "each"] = "running"

    usual = (10, 60)
    can_be_cut = True
    no_return = True
    takes = IMAGES
    short = ("flash|write {partition} {file} [to {where} slots|slot]",)
    example = {"action": "flash", "partition": "radio", "file": "radio-image", "where": "both"}

    def run(self, phone: Phone, world: World) -> None:
        partition = world.device.layout.named(self.partition)
        inner = partition is not None and partition.inner and world.has_userspace
        if inner and phone.is_("mode", "bootloader"):
            phone.stop("inner-needs-userspace", self.partition)
        require_mode(phone, "userspace" if inner else "bootloader")
        require_link(phone)
        write_image(phone, world, FLASH, self.file, self.partition, self.where)

    def done_otherwise(self, world: World) -> Iterator[tuple[str, Step]]:
        yield from with_another_file(self, world)
        for where in ("running", "other") if world.has_two_slots else ():
            if self.where != where:
                says = {
                    "running": _("only the running slot is written"),
                    "other": _("only the other slot is written"),
                }[where]
                yield says, self.model_copy(update={"where": where})

    def cut_places(self, world: World) -> tuple[str, ...]:
        return (self.partition,)

    def cut_short(self, phone: Phone, world: World, place: str) -> None:
        self.run(phone, world)
        empty_written(phone, world, self.where, (place,))

    def sentence(self, world: World) -> str:
        name = world.file_name(self.file)
        if not world.has_two_slots:
            return _("Flash {name} to {partition}").format(name=name, partition=self.partition)
        return _("Flash {name} to {partition} in {where}").format(
            name=name, partition=self.partition, where=_WHERE[self.where]
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


def write_image(phone: Phone, world: World, way: Way, file: str, name: str, where: str) -> None:
    """One image of the host is written to one partition, in a mode that can do it."""
    package = require_in_set(phone, world, file)
    write(phone, world, way, package, source="host", parts=(name,), where=where)
