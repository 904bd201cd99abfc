"""An image is written to a partition by the bootloader."""

from collections.abc import Iterator
from gettext import gettext as _
from typing import Literal

from anleitung.core.documents.base import Id
from anleitung.core.documents.layout import Partition, Role
from anleitung.core.documents.package import Package
from anleitung.core.marked import N_, Texts
from anleitung.core.phone.actions.base import Step, with_another_file
from anleitung.core.phone.demands import (
    empty_written,
    require_at_hand,
    require_link,
    require_mode,
    require_named,
    require_unpacked,
    sides_of,
    tell_battery,
    write_content,
)
from anleitung.core.phone.world import Phone, World

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
# What an image of this role is for, where that is one partition.
_BELONGS: dict[str, tuple[Role, ...]] = {
    "kernel": ("boot",),
    "ramdisk": ("ramdisk", "boot"),
    "root": ("ramdisk", "boot"),
    "recovery": ("recovery", "ramdisk", "boot"),
    "system": ("system", "extra"),
    "firmware": ("firmware",),
}


class Flash(Step):
    action: Literal["flash"]
    partition: Id
    file: Id
    where: Literal["running", "other", "both", "a", "b", "each"] = "running"

    usual = (10, 60)
    can_be_cut = True
    no_return = True
    example = {"action": "flash", "partition": "radio", "file": "radio-image", "where": "both"}

    def run(self, phone: Phone, world: World) -> None:
        partition = world.device.layout.named(self.partition)
        inner = partition is not None and partition.inner and world.has_userspace
        if inner and phone.is_("mode", "bootloader"):
            phone.stop("inner-needs-userspace", self.partition)
        require_mode(phone, "userspace" if inner else "bootloader")
        require_link(phone)
        write_image(phone, world, self.file, self.partition, self.where)

    def done_otherwise(self, world: World) -> Iterator[tuple[str, Step]]:
        yield from with_another_file(self, world)
        for where in ("running", "other") if world.has_two_slots else ():
            if self.where != where:
                says = {
                    "running": _("only the running slot is written"),
                    "other": _("only the other slot is written"),
                }[where]
                yield says, self.model_copy(update={"where": where})

    def cut_short(self, phone: Phone, world: World) -> None:
        self.run(phone, world)
        empty_written(phone, world, self.where, (self.partition,))

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


def write_image(phone: Phone, world: World, file: str, name: str, where: str) -> None:
    """One image of the host is written to one partition, in a mode that can do it."""
    package = require_at_hand(phone, world, file)
    require_named(phone, package)
    require_unpacked(phone, package)
    partition = world.device.layout.named(name)
    if partition is None:
        phone.stop("no-such-partition", name)
    if phone.is_("bootloader", "locked"):
        phone.stop("flash-while-locked", name)
    if partition.role != "unique" and not _belongs(package, partition, world):
        phone.stop("image-for-another-partition", name)
    if not phone.isin("unsettled", frozenset({"none", name})):
        phone.find("restart-left-out", name)
    tell_battery(phone)
    for side in sides_of(phone, world, where):
        write_content(phone, world, side, name, package)
    if partition.settles:
        phone.set("unsettled", name)


def _belongs(package: Package, partition: Partition, world: World) -> bool:
    """An image of the first ramdisk goes where this generation has its first ramdisk."""
    roles = _BELONGS.get(package.role)
    if roles is None:
        return True
    if package.role in ("ramdisk", "root"):
        return partition.name == world.first_ramdisk
    if package.role == "recovery":
        return partition.name == world.recovery_home
    return partition.role in roles
