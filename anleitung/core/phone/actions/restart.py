"""The phone restarts into its system: the moment at which the entry rules judge."""

from typing import Literal

from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import Step
from anleitung.core.phone.boot import start_system
from anleitung.core.phone.demands import leave_temporary
from anleitung.core.phone.world import Phone, World


class Restart(Step):
    action: Literal["restart"]

    risks = False
    usual = (60, 360)
    wants_reason = True
    starts_system = True
    waits = True
    short = ("restart|reboot",)
    example = {"action": "restart"}

    def run(self, phone: Phone, world: World) -> None:
        leave_temporary(phone, world)
        start_system(phone, world)

    def sentence(self, world: World) -> str:
        return _("Restart into the system")
