"""The bootloader is locked again: from here on only what is signed rightly starts."""

from typing import Literal

from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import Step
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


class Relock(Step):
    action: Literal["relock"]

    usual = (60, 240)
    starts_system = True
    waits = True
    no_return = True
    short = ("lock|relock",)
    example = {"action": "relock"}

    def run(self, phone: Phone, world: World) -> None:
        require_mode(phone, *lock_modes(world))
        require_link(phone)
        if phone.is_("bootloader", "locked"):
            phone.find("already-locked", "")
            return
        if phone.is_("cur.seen-to-start", False):
            phone.find("relock-before-start", "")
        if phone.is_("unlock-switch", "off"):
            phone.find("relock-without-way-back", "")
        if not ask(phone, world, "relock"):
            relocked(phone, world)

    def sentence(self, world: World) -> str:
        if world.device.asks_after("relock"):
            return _("Lock the bootloader again")
        return _("Lock the bootloader again, and confirm it on the phone")

    def cautions(self, world: World) -> tuple[str, ...]:
        wipes = ("all-data-goes",) if world.device.unlocking.relock_wipes else ()
        return (*wipes, "never-relock-foreign")

    def needs_tool(self, world: World) -> bool:
        return "bootloader" in world.modes

    def command_key(self) -> str | None:
        return "relock"


def relocked(phone: Phone, world: World) -> None:
    phone.set("bootloader", "locked")
    if world.device.unlocking.lowers_content:
        phone.set("protected-content", "full")
    if world.device.unlocking.relock_wipes:
        wipe_user_data(phone, world)
    leave_temporary(phone, world)
    start_system(phone, world)
