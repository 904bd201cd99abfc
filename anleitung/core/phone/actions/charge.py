"""The battery is charged before anything is written."""

from typing import Literal

from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import Step
from anleitung.core.phone.world import Phone, World


class Charge(Step):
    action: Literal["charge"]

    risks = False
    usual = (60, 3600)
    for_effect = True
    unattended = True
    short = ("charge",)
    example = {"action": "charge"}

    def run(self, phone: Phone, world: World) -> None:
        phone.set("battery", "high")

    def sentence(self, world: World) -> str:
        return _("Charge the phone until its battery is more than half full")
