"""The recovery that was only started once writes itself to the phone, to be there next time."""

from typing import Literal

from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import Step
from anleitung.core.phone.actions.install import keep_recovery
from anleitung.core.phone.demands import empty_written, require_mode
from anleitung.core.phone.world import Phone, World


class KeepRecovery(Step):
    action: Literal["keep-recovery"]

    usual = (10, 60)
    can_be_cut = True
    no_return = True
    short = ("keep the recovery",)
    example = {"action": "keep-recovery"}

    def run(self, phone: Phone, world: World) -> None:
        require_mode(phone, "recovery")
        for recovery in world.recoveries:
            if phone.is_("running", recovery.id):
                keep_recovery(phone, world, recovery.id)
                return
        phone.stop("recovery-cannot-stay", "")

    def cut_places(self, world: World) -> tuple[str, ...]:
        return (world.recovery_home,)

    def cut_short(self, phone: Phone, world: World, place: str) -> None:
        self.run(phone, world)
        empty_written(phone, world, "running", (place,))

    def sentence(self, world: World) -> str:
        return _("In the recovery, let it install itself")
