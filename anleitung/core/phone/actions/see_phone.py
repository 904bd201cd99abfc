"""The host tool is asked whether it sees the phone, before it is told to do anything."""

from typing import Literal

from anleitung.core.documents.base import Id
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import Step
from anleitung.core.phone.demands import require_link
from anleitung.core.phone.world import Phone, World


class SeePhone(Step):
    action: Literal["see-phone"]
    tool: Id

    risks = False
    usual = (5, 30)
    reaches_phone = False
    short = ("see the phone with {tool}",)
    example = {"action": "see-phone", "tool": "a-command-tool"}

    def run(self, phone: Phone, world: World) -> None:
        require_link(phone)
        phone.set("host-sees", "yes")

    def sentence(self, world: World) -> str:
        tool = world.tools.get(self.tool)
        if tool is None or tool.there is None:
            return _("See that {tool} sees the phone").format(tool=tool.name if tool else self.tool)
        return _("See that the phone is there: {there}").format(there=tool.there)

    def command_key(self) -> str | None:
        return "see-phone"

    def tool_id(self) -> str | None:
        return self.tool
