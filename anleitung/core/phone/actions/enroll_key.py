"""The owner's own key is enrolled: a locked phone then starts what it signed as well."""

from collections.abc import Iterator
from typing import Literal

from anleitung.core.documents.base import Id
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import Step, with_another_file
from anleitung.core.phone.demands import ask, require_at_hand, require_link, require_mode
from anleitung.core.phone.world import Phone, World


class EnrollKey(Step):
    action: Literal["enroll-key"]
    file: Id

    usual = (10, 60)
    short = ("enroll|enrol {file}",)
    example = {"action": "enroll-key", "file": "radio-image"}

    def run(self, phone: Phone, world: World) -> None:
        require_mode(phone, "bootloader")
        require_link(phone)
        package = require_at_hand(phone, world, self.file)
        if not world.device.layout.own_keys:
            phone.stop("own-keys-not-taken", "")
        if package.role != "key":
            phone.stop("not-a-key", self.file)
        if phone.is_("bootloader", "locked"):
            phone.stop("flash-while-locked", self.file)
        phone.set("key-asked", self.file)
        if not ask(phone, world, "enroll-key"):
            enrolled(phone, world)

    def done_otherwise(self, world: World) -> Iterator[tuple[str, Step]]:
        return with_another_file(self, world)

    def sentence(self, world: World) -> str:
        return _("Enrol the key {name}").format(name=world.file_name(self.file))

    def command_key(self) -> str | None:
        return "enroll-key"

    def command_values(self, world: World) -> dict[str, str]:
        return {"file": world.file_name(self.file)}

    def used_files(self) -> tuple[str, ...]:
        return (self.file,)


def enrolled(phone: Phone, world: World) -> None:
    phone.copy("key", "key-asked")
