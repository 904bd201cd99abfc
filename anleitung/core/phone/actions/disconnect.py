"""The cable comes out, or the battery is taken out and put back."""

from typing import Literal

from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import Step
from anleitung.core.phone.demands import leave_temporary
from anleitung.core.phone.world import Phone, World


class Disconnect(Step):
    """what: the cable; or the battery, which switches the phone off."""

    action: Literal["disconnect"]
    what: Literal["cable", "battery"]

    risks = False
    usual = (5, 30)
    short = ("unplug {what}",)
    example = {"action": "disconnect", "what": "battery"}

    def run(self, phone: Phone, world: World) -> None:
        phone.set("link", "none")
        phone.set("host-sees", "no")
        if self.what == "cable":
            return
        if not world.device.hardware.battery_removable:
            phone.stop("battery-built-in", "")
        leave_temporary(phone, world)
        phone.set("mode", "off")
        phone.set("running", "none")

    def sentence(self, world: World) -> str:
        if self.what == "battery":
            return _("Unplug the cable, take the battery out, and put it back")
        return _("Unplug the cable")

    def cautions(self, world: World) -> tuple[str, ...]:
        return ("battery-care",) if self.what == "battery" else ()
