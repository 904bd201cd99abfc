"""Whatever else is on the cable or holds the link is taken away."""

from typing import Literal

from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import Step
from anleitung.core.phone.world import Phone, World


class ClearLink(Step):
    action: Literal["clear-link"]

    risks = False
    usual = (10, 60)
    short = ("clear the link",)
    example = {"action": "clear-link"}

    def run(self, phone: Phone, world: World) -> None:
        minded = {what for tool in world.tools.values() for what in tool.minds}
        if "several-phones" in minded:
            phone.set("other-phone", "none")
        if "other-program" in minded:
            phone.set("other-program", "none")

    def sentence(self, world: World) -> str:
        return _("Unplug every other phone, and close programs that talk to phones")
