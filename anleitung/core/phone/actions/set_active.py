"""A slot is made the running one."""

from collections.abc import Iterator
from typing import Literal

from anleitung.core.marked import N_, Texts
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import Step
from anleitung.core.phone.demands import require_link, require_mode, switch_slot
from anleitung.core.phone.world import Phone, World

_NAMES = Texts(
    {
        "other": N_("the other slot"),
        "a": N_("slot a"),
        "b": N_("slot b"),
        "each": N_("the slot whose turn it is"),
    }
)


class SetActive(Step):
    action: Literal["set-active"]
    slot: Literal["other", "a", "b", "each"]

    usual = (5, 20)
    for_effect = True
    short = ("make slot {slot} active",)
    example = {"action": "set-active", "slot": "b"}

    def run(self, phone: Phone, world: World) -> None:
        require_mode(phone, "bootloader", "userspace")
        require_link(phone)
        if not world.has_two_slots:
            phone.stop("no-such-slot", self.slot)
        if phone.is_("bootloader", "locked"):
            phone.stop("flash-while-locked", self.slot)
        if self.slot == "other" or not phone.is_("slot", self.slot):
            switch_slot(phone, world)

    def done_otherwise(self, world: World) -> Iterator[tuple[str, Step]]:
        if world.has_two_slots and self.slot != "other":
            letter = "b" if self.slot == "a" else "a"
            yield (
                _("slot {letter} is taken instead").format(letter=letter),
                self.model_copy(update={"slot": letter}),
            )

    def sentence(self, world: World) -> str:
        return _("Make {slot} the running one").format(slot=_NAMES[self.slot])

    def command_key(self) -> str | None:
        return f"set-active.{self.slot}"
