"""The recovery that was only started once writes itself to the phone, to be there next time."""

from gettext import gettext as _
from typing import Literal

from anleitung.core.phone.actions.base import Step
from anleitung.core.phone.actions.install import keep_recovery
from anleitung.core.phone.demands import require_mode
from anleitung.core.phone.world import Phone, World


class KeepRecovery(Step):
    action: Literal["keep-recovery"]

    usual = (10, 60)
    no_return = True
    example = {"action": "keep-recovery"}

    def run(self, phone: Phone, world: World) -> None:
        require_mode(phone, "recovery")
        for recovery in world.recoveries:
            if phone.is_("running", recovery.id):
                keep_recovery(phone, world, recovery.id)
                return
        phone.stop("not-a-recovery", "")

    def sentence(self, world: World) -> str:
        return _("In the recovery, let it install itself")
