"""The phone is switched off by its keys or its menu."""

from typing import Literal

from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import Step
from anleitung.core.phone.demands import leave_temporary
from anleitung.core.phone.world import Phone, World


class PowerOff(Step):
    action: Literal["power-off"]

    risks = False
    usual = (5, 30)
    short = ("power off",)
    example = {"action": "power-off"}

    def run(self, phone: Phone, world: World) -> None:
        leave_temporary(phone, world)
        phone.set("mode", "off")
        phone.set("running", "none")
        phone.set("host-sees", "no")

    def sentence(self, world: World) -> str:
        return _("Switch the phone off")
