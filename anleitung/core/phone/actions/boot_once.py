"""A recovery image is started from the host without being written anywhere."""

from collections.abc import Iterator
from typing import Literal

from anleitung.core.documents.base import Id
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import Step, with_another_file
from anleitung.core.phone.demands import require_at_hand, require_link, require_mode
from anleitung.core.phone.world import Phone, World


class BootOnce(Step):
    action: Literal["boot-once"]
    file: Id

    usual = (20, 90)
    waits = True
    takes = frozenset({"recovery", "kernel", "ramdisk", "root", "other"})
    short = ("start|boot {file} once",)
    example = {"action": "boot-once", "file": "recovery-image"}

    def run(self, phone: Phone, world: World) -> None:
        require_mode(phone, "bootloader")
        require_link(phone)
        package = require_at_hand(phone, world, self.file)
        if phone.is_("bootloader", "locked"):
            phone.stop("boot-once-while-locked", self.file)
        recovery = package.content.recovery if package.content else None
        if recovery is None:
            phone.stop("not-a-recovery", self.file)
        if package.variants and not phone.isin("variant", frozenset(package.variants)):
            # Nothing was written: holding the power key brings the phone back.
            phone.stop("boot-once-of-another-variant", self.file)
        phone.set("mode", "recovery")
        phone.set("running", recovery)
        phone.set("temporary", "running")

    def done_otherwise(self, world: World) -> Iterator[tuple[str, Step]]:
        return with_another_file(self, world)

    def sentence(self, world: World) -> str:
        return _("Start {name} once, without writing it").format(name=world.file_name(self.file))

    def command_key(self) -> str | None:
        return "boot-once"

    def command_values(self, world: World) -> dict[str, str]:
        return {"file": world.file_name(self.file)}

    def used_files(self) -> tuple[str, ...]:
        return (self.file,)
