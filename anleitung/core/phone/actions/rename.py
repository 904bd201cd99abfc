"""A file on the computer gets the name that a program there or on the phone looks for."""

from typing import Literal

from anleitung.core.documents.base import FileName, Id
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import Step
from anleitung.core.phone.demands import require_at_hand
from anleitung.core.phone.world import Phone, World


class Rename(Step):
    """A file that had the new name already is replaced by it, as on any computer."""

    action: Literal["rename"]
    file: Id
    to: FileName

    risks = False
    usual = (10, 60)
    short = ("rename {file} to {to}",)
    example = {"action": "rename", "file": "system-package", "to": "other.zip"}

    def run(self, phone: Phone, world: World) -> None:
        require_at_hand(phone, world, self.file)
        for other in world.packages:
            # Who had that name is gone; the copies on the phone stay.
            if other != self.file and phone.is_(f"called.{other}", self.to):
                phone.set(f"host.{other}", "absent")
        phone.set(f"called.{self.file}", self.to)

    def sentence(self, world: World) -> str:
        return _("Rename {name} to {to}").format(name=world.file_name(self.file), to=self.to)

    def used_files(self) -> tuple[str, ...]:
        return (self.file,)
