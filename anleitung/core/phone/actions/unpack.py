"""A file is unpacked on the computer."""

from typing import Literal

from anleitung.core.documents.base import Id
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import Step
from anleitung.core.phone.demands import require_at_hand
from anleitung.core.phone.world import Phone, World


class Unpack(Step):
    action: Literal["unpack"]
    file: Id

    risks = False
    usual = (20, 180)
    short = ("unpack {file}",)
    example = {"action": "unpack", "file": "firmware-image"}

    def run(self, phone: Phone, world: World) -> None:
        require_at_hand(phone, world, self.file)
        phone.set(f"packed.{self.file}", "unpacked")

    def sentence(self, world: World) -> str:
        return _("Unpack {name}").format(name=world.file_name(self.file))

    def used_files(self) -> tuple[str, ...]:
        return (self.file,)
