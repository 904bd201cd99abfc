"""A developer setting of the running system is switched."""

from gettext import gettext as _
from typing import Literal

from anleitung.core.marked import N_, Texts
from anleitung.core.phone.actions.base import Step
from anleitung.core.phone.demands import require_mode
from anleitung.core.phone.world import Phone, World

_NAMES = Texts(
    {
        "recovery-update": N_("the switch for updating the recovery with the system"),
        "auto-update": N_("the switch for updates by themselves"),
        "unlock-switch": N_("the switch that allows unlocking"),
        "debugging": N_("the switch for debugging over the cable"),
    }
)


class SwitchSetting(Step):
    action: Literal["switch"]
    setting: Literal["unlock-switch", "debugging", "auto-update", "recovery-update"]
    to: Literal["on", "off"]

    usual = (30, 90)
    for_effect = True
    example = {"action": "switch", "setting": "recovery-update", "to": "off"}

    def run(self, phone: Phone, world: World) -> None:
        require_mode(phone, "system")
        if self.setting == "unlock-switch" and self.to == "on":
            require_permission(phone, world)
            _require_patch_level(phone, world)
        phone.set(self.setting, self.to)
        if (self.setting, self.to) == ("auto-update", "off"):
            phone.set("base-drifts", False)

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


def _require_patch_level(phone: Phone, world: World) -> None:
    """On an older patch level than the maker wants, the switch is grey."""
    for cause in world.device.unlocking.missing_because:
        if cause.least_patch_level is not None:
            older = frozenset(
                b.build
                for b in world.builds
                if b.patch_level is not None and b.patch_level[:7] < cause.least_patch_level
            )
            if older and phone.isin(f"cur.{world.system}.build", older):
                phone.stop("unlock-switch-grey", cause.least_patch_level)
