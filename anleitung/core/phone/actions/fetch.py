"""A file is brought from the internal storage of the phone to the host."""

from typing import Literal

from anleitung.core.documents.base import Id
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import Step
from anleitung.core.phone.demands import (
    require_in_set,
    require_link,
    require_mode,
    require_on_storage,
)
from anleitung.core.phone.world import Phone, World


class Fetch(Step):
    action: Literal["fetch"]
    file: Id

    risks = False
    usual = (20, 120)
    short = ("fetch {file}",)
    example = {"action": "fetch", "file": "system-package"}

    def run(self, phone: Phone, world: World) -> None:
        require_mode(phone, "system", "recovery")
        require_in_set(phone, world, self.file)
        require_link(phone, confirmed=phone.is_("mode", "system"))
        require_on_storage(phone, self.file)
        phone.set(f"host.{self.file}", "checked")

    def sentence(self, world: World) -> str:
        return _("Bring {name} from the phone to the computer").format(
            name=world.file_name(self.file)
        )

    def command_key(self) -> str | None:
        return "fetch"

    def command_values(self, world: World) -> dict[str, str]:
        return {"file": world.file_name(self.file)}

    def used_files(self) -> tuple[str, ...]:
        return (self.file,)
