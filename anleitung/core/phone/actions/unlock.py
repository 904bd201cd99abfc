"""The bootloader is unlocked; whoever does it loses the user data."""

from typing import Literal

from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import Step
from anleitung.core.phone.actions.switch_setting import require_permission
from anleitung.core.phone.boot import start_system
from anleitung.core.phone.demands import (
    ask,
    leave_temporary,
    lock_modes,
    require_link,
    require_mode,
    wipe_user_data,
)
from anleitung.core.phone.world import Phone, World


class Unlock(Step):
    action: Literal["unlock"]

    usual = (60, 240)
    starts_system = True
    waits = True
    no_return = True
    short = ("unlock",)
    example = {"action": "unlock"}

    def run(self, phone: Phone, world: World) -> None:
        require_mode(phone, *lock_modes(world))
        require_link(phone)
        if phone.is_("bootloader", "unlocked"):
            phone.find("already-unlocked", "")
            return
        require_permission(phone, world)
        way = world.device.unlocking.way
        if way == "never":
            phone.stop("unlock-never-permitted", "")
        if phone.is_("unlock-switch", "off"):
            phone.stop("unlock-switch-off", "")
        if way in ("maker-code", "signed-file") and phone.is_("unlock-code", "none"):
            phone.stop("unlock-code-missing", "")
        if not ask(phone, world, "unlock"):
            unlocked(phone, world)

    def sentence(self, world: World) -> str:
        if world.device.asks_after("unlock"):
            return _("Unlock the bootloader")
        return _("Unlock the bootloader, and confirm it on the phone")

    def cautions(self, world: World) -> tuple[str, ...]:
        return ("all-data-goes", "warranty", "stolen-phone-open", "payment-apps", "rules-first")

    def needs_tool(self, world: World) -> bool:
        return "bootloader" in world.modes

    def command_key(self) -> str | None:
        return "unlock"


def unlocked(phone: Phone, world: World) -> None:
    phone.set("bootloader", "unlocked")
    if world.device.hardware.fuse_trips == "unlock":
        phone.set("warranty", "tripped")
    if world.device.unlocking.lowers_content:
        phone.set("protected-content", "lowered")
    wipe_user_data(phone, world)
    if world.device.unlocking.then == "system":
        leave_temporary(phone, world)
        start_system(phone, world)
