"""The code or file that opens the bootloader is asked for and waited for."""

from typing import Literal

from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import Step
from anleitung.core.phone.actions.switch_setting import require_permission
from anleitung.core.phone.world import Phone, World


class AskForCode(Step):
    action: Literal["ask-for-code"]

    risks = False
    usual = (300, 86_400)
    unattended = True
    short = ("ask for the code",)
    example = {"action": "ask-for-code"}

    def run(self, phone: Phone, world: World) -> None:
        if world.device.unlocking.way not in ("maker-code", "signed-file"):
            phone.stop("no-code-to-ask-for", "")
        require_permission(phone, world)
        phone.set("unlock-code", "there")

    def sentence(self, world: World) -> str:
        asked = world.device.unlocking.asked_from or _("the maker")
        return _("Ask for what opens the bootloader: {asked}").format(asked=asked)
