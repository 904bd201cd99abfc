"""The first set-up of a system that begins with empty user data."""

from typing import Literal

from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import Step, oracle
from anleitung.core.phone.demands import require_mode
from anleitung.core.phone.own_facts import happens
from anleitung.core.phone.world import Phone, World


class SetUp(Step):
    action: Literal["set-up"]

    usual = (60, 300)
    short = ("set up",)
    example = {"action": "set-up"}

    def run(self, phone: Phone, world: World) -> None:
        require_mode(phone, "system")
        if not phone.is_("data.state", "fresh"):
            return
        phone.set("data.state", "present")
        happens(phone, world, "set-up")
        if not phone.is_(f"cur.{world.system}.family", "stock"):
            return
        if phone.is_("account", "asked-for"):
            phone.set("account", "signed-in")
        elif phone.is_("account", "none"):
            # Readers sign in at the first set-up, or leave it for later.
            phone.copy("account", oracle(self.id, "account"))

    def hidden_facts(self) -> tuple[tuple[str, tuple[str, ...]], ...]:
        return ((oracle(self.id, "account"), ("none", "signed-in")),)

    def sentence(self, world: World) -> str:
        return _("Go through the first set-up on the phone")
