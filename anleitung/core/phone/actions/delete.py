"""A file is deleted, on the computer or on the phone."""

from typing import Literal

from anleitung.core.documents.base import Id
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import Step
from anleitung.core.phone.demands import require_in_set, require_mode
from anleitung.core.phone.world import Phone, World


class Delete(Step):
    action: Literal["delete"]
    file: Id
    place: Literal["host", "phone"]

    usual = (5, 30)
    short = ("delete {file} on {place}",)
    example = {"action": "delete", "file": "radio-image", "place": "host"}

    def run(self, phone: Phone, world: World) -> None:
        require_in_set(phone, world, self.file)
        if self.place == "host":
            phone.set(f"host.{self.file}", "absent")
            return
        require_mode(phone, "system", "recovery")
        phone.set(f"internal.{self.file}", "absent")

    def sentence(self, world: World) -> str:
        name = world.file_name(self.file)
        if self.place == "host":
            return _("Delete {name} on the computer").format(name=name)
        return _("Delete {name} on the phone").format(name=name)
