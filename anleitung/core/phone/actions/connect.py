"""The cable goes in, and the phone agrees to this computer where debugging is on."""

from typing import Literal

from pydantic import Field

from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import Step
from anleitung.core.phone.demands import ask, require_mode
from anleitung.core.phone.world import Phone, World


class Connect(Step):
    action: Literal["connect"]
    confirm: bool = Field(default=False, description="Agree to this computer on the phone")

    risks = False
    usual = (20, 60)
    reaches_phone = False
    short = ("connect [+confirm and agree]",)
    example = {"action": "connect", "confirm": True}

    def run(self, phone: Phone, world: World) -> None:
        if not self.confirm:
            phone.set("link", "cable")
            return
        require_mode(phone, "system")
        if phone.is_("debugging", "off"):
            phone.stop("nothing-to-confirm", "")
        if ask(phone, world, "connect"):
            phone.set("link", "cable")
        else:
            phone.set("link", "confirmed")
            phone.set("host-sees", "yes")

    def sentence(self, world: World) -> str:
        if self.confirm and not world.device.asks_after("connect"):
            return _("Connect the phone and agree to this computer on its screen")
        return _("Connect the phone to the computer")

    def needs_tool(self, world: World) -> bool:
        return False  # the cable and the word on the phone do it; a command only shows it

    def command_key(self) -> str | None:
        return "connect.confirm" if self.confirm else "connect"
