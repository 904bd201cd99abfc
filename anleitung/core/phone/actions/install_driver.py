"""The driver that a host system needs is installed, where it needs one."""

from typing import Literal

from anleitung.core.documents.base import Id
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import Step
from anleitung.core.phone.demands import require_at_hand
from anleitung.core.phone.world import Phone, World


class InstallDriver(Step):
    action: Literal["install-driver"]
    file: Id

    risks = False
    usual = (60, 300)
    takes = frozenset({"driver", "other"})
    short = ("install the driver {file}",)
    example = {"action": "install-driver", "file": "system-package"}

    def run(self, phone: Phone, world: World) -> None:
        require_at_hand(phone, world, self.file)
        drivers = {h.driver for tool in world.tools.values() for h in tool.hosts if h.driver}
        if not drivers:
            return
        if self.file not in drivers:
            phone.stop("driver-of-another-tool", self.file)
        phone.set("driver", "there")

    def sentence(self, world: World) -> str:
        return _("Where the computer needs it, install {name}").format(
            name=world.file_name(self.file)
        )

    def used_files(self) -> tuple[str, ...]:
        return (self.file,)
