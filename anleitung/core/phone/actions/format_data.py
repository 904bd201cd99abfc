"""The user data area is made anew by the recovery: apps, settings, media and files go."""

from typing import Literal

from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import Step
from anleitung.core.phone.demands import require_mode, wipe_user_data
from anleitung.core.phone.world import Phone, World


class FormatData(Step):
    action: Literal["format-data"]

    usual = (10, 60)
    wants_reason = True
    for_effect = True
    no_return = True
    short = ("format data",)
    example = {"action": "format-data"}

    def run(self, phone: Phone, world: World) -> None:
        require_mode(phone, "recovery")
        wipe_user_data(phone, world)
        phone.copy("data.by", "running")

    def sentence(self, world: World) -> str:
        return _("Format data in the recovery, and type the word it asks for")

    def cautions(self, world: World) -> tuple[str, ...]:
        return ("all-data-goes",)
