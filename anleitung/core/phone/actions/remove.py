"""The screen lock or the account is taken off the phone by its owner."""

from typing import Literal

from anleitung.core.marked import N_, Texts
from anleitung.core.phone.actions.base import Step
from anleitung.core.phone.demands import require_mode
from anleitung.core.phone.world import Phone, World

_NAMES = Texts(
    {
        "screen-lock": N_("Take the screen lock off"),
        "account": N_("Sign out of the account that the maker's system asks for after a wipe"),
    }
)


class Remove(Step):
    action: Literal["remove"]
    what: Literal["screen-lock", "account"]

    usual = (30, 120)
    for_effect = True
    short = ("remove {what}",)
    example = {"action": "remove", "what": "screen-lock"}

    def run(self, phone: Phone, world: World) -> None:
        require_mode(phone, "system")
        phone.set(self.what, "none")

    def sentence(self, world: World) -> str:
        return _NAMES[self.what]
