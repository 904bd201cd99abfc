"""A developer setting of the running system is switched."""

from gettext import gettext as _
from typing import Literal

from anleitung.core.phone.actions.base import Step
from anleitung.core.phone.demands import require_mode
from anleitung.core.phone.world import Phone, World

_NAMES = {
    "unlock-switch": _("the switch that allows unlocking"),
    "debugging": _("the switch for debugging over the cable"),
}


class SwitchSetting(Step):
    action: Literal["switch"]
    setting: Literal["unlock-switch", "debugging"]
    to: Literal["on", "off"]

    usual = (30, 90)

    def run(self, phone: Phone, world: World) -> None:
        require_mode(phone, "system")
        if self.setting == "unlock-switch" and self.to == "on":
            require_permission(phone, world)
        phone.set(self.setting, self.to)

    def sentence(self, world: World) -> str:
        text = _("Turn on {name}") if self.to == "on" else _("Turn off {name}")
        return text.format(name=_NAMES[self.setting])


def require_permission(phone: Phone, world: World) -> None:
    """The carrier lets this phone be unlocked, and its waiting time is over."""
    never = frozenset(c.id for c in world.device.carriers if c.unlocking == "never")
    waits = frozenset(c.id for c in world.device.carriers if c.unlocking == "after-wait")
    if never and phone.isin("carrier", never):
        phone.stop("unlock-never-permitted", "")
    if waits and phone.isin("carrier", waits) and phone.is_("unlock-wait", "running"):
        phone.stop("unlock-wait-running", "")
