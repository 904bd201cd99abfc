"""The phone goes into its bootloader or its recovery."""

from gettext import gettext as _
from typing import Literal

from anleitung.core.marked import N_, Texts
from anleitung.core.phone.actions.base import Step
from anleitung.core.phone.demands import ask, leave_temporary, require_link
from anleitung.core.phone.world import Phone, World

_NAMES = Texts(
    {
        "bootloader": N_("the bootloader"),
        "recovery": N_("the recovery"),
        "userspace": N_("the flashing mode of the system"),
        "download": N_("download mode"),
        "emergency": N_("emergency mode"),
    }
)
_WAYS = Texts(
    {
        "command": N_("with a command"),
        "chord": N_("with the keys"),
        "menu": N_("from the menu on its screen"),
    }
)


class EnterMode(Step):
    action: Literal["enter"]
    mode: Literal["bootloader", "recovery", "userspace", "download", "emergency"]
    by: Literal["command", "chord", "menu"]

    usual = (15, 60)
    waits = True
    example = {"action": "enter", "mode": "bootloader", "by": "chord"}

    def run(self, phone: Phone, world: World) -> None:
        if self.mode not in world.modes:
            phone.stop("no-such-mode", self.mode)
        if self.by == "command":
            require_link(phone, confirmed=phone.is_("mode", "system"))
        if self.by == "menu" and phone.is_("mode", "system"):
            phone.stop("wrong-mode", "bootloader")
        leave_temporary(phone, world)
        phone.set("unsettled", "none")
        if self.by != "chord" or not ask(phone, world, f"enter.{self.mode}"):
            entered(phone, world, self.mode)

    def sentence(self, world: World) -> str:
        return _("Bring the phone into {mode} {way}").format(
            mode=_NAMES[self.mode], way=_WAYS[self.by]
        )

    def command_key(self) -> str | None:
        return f"enter.{self.mode}" if self.by == "command" else None

    def chord_to(self) -> str | None:
        return self.mode if self.by == "chord" else None


def entered(phone: Phone, world: World, mode: str) -> None:
    phone.set("mode", mode)
    if mode == "recovery":
        phone.copy("running", f"cur.{world.recovery_home}.recovery")
    else:
        phone.set("running", "none")
        phone.set("host-sees", "no")
