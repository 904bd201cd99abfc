"""The first set-up of a system that begins with empty user data."""

from gettext import gettext as _
from typing import Literal

from anleitung.core.phone.actions.base import Step
from anleitung.core.phone.demands import require_mode
from anleitung.core.phone.world import Phone, World


class SetUp(Step):
    action: Literal["set-up"]

    usual = (60, 300)
    example = {"action": "set-up"}

    def run(self, phone: Phone, world: World) -> None:
        require_mode(phone, "system")
        if phone.is_("data.state", "fresh"):
            phone.set("data.state", "present")

    def sentence(self, world: World) -> str:
        return _("Go through the first set-up on the phone")
