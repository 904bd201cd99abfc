"""Nothing is done for a while: the phone is busy, or must be."""

from typing import Literal

from anleitung.core.documents.base import ShortText
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import Step
from anleitung.core.phone.world import Phone, World


class Wait(Step):
    action: Literal["wait"]
    until: ShortText

    risks = False
    usual = (60, 300)
    waits = True
    short = ("wait until {until}",)
    example = {"action": "wait", "until": "it is done"}

    def run(self, phone: Phone, world: World) -> None:
        """The phone does what it was told before; what that is, stands in the steps before."""

    def sentence(self, world: World) -> str:
        return _("Wait until {until}").format(until=self.until)
