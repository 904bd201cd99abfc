"""The password of the storage is entered in the recovery, so that it reads the user data."""

from typing import Literal

from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import Step
from anleitung.core.phone.demands import require_mode
from anleitung.core.phone.world import Phone, World


class OpenStorage(Step):
    action: Literal["open-storage"]

    risks = False
    usual = (10, 60)
    short = ("open the storage",)
    example = {"action": "open-storage"}

    def run(self, phone: Phone, world: World) -> None:
        require_mode(phone, "recovery")
        phone.set("storage", "open")

    def sentence(self, world: World) -> str:
        return _("Enter the password of the storage in the recovery")
