"""The reader compares a fact with what it should be; phones that differ leave the guide here."""

from gettext import gettext as _
from typing import Literal

from anleitung.core.documents.base import ShortText, Typed
from anleitung.core.phone.actions.base import Step
from anleitung.core.phone.world import Phone, World


class Check(Step):
    action: Literal["check"]
    that: Typed
    ask: ShortText

    def run(self, phone: Phone, world: World) -> None:
        answer = phone.truth(world.formula(self.that.condition))
        if answer is None:
            phone.find("check-not-decided", str(self.that))
        elif not answer:
            phone.stop("turned-away", str(self.that))

    def sentence(self, world: World) -> str:
        return _("Check: {ask}").format(ask=self.ask)
