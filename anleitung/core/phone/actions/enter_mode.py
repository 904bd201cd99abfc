"""The phone goes into its bootloader or its recovery."""

from collections.abc import Iterator
from typing import Literal

from anleitung.core.marked import N_, Texts
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import Step
from anleitung.core.phone.demands import ask, leave_temporary, require_link, require_mode
from anleitung.core.phone.entry import enter
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

    risks = False
    usual = (15, 60)
    waits = True
    short = ("enter {mode} by {by}",)
    example = {"action": "enter", "mode": "bootloader", "by": "chord"}

    def run(self, phone: Phone, world: World) -> None:
        if self.mode not in world.modes:
            phone.stop("no-such-mode", self.mode)
        if self.by == "command":
            require_link(phone, confirmed=phone.is_("mode", "system"))
        if self.by == "menu":
            require_mode(phone, "bootloader", "recovery", "userspace")
        if self.by == "chord":
            self._require_chord(phone, world)
        leave_temporary(phone, world)
        phone.set("unsettled", "none")
        if self.by != "chord" or not ask(phone, world, f"enter.{self.mode}"):
            enter(phone, world, self.mode)

    def _require_chord(self, phone: Phone, world: World) -> None:
        """The keys begin where the codename says. A phone can be switched off from anywhere."""
        chords = world.device.chords
        begins = {chord.begins for chord in chords if chord.reaches == self.mode}
        if not chords:
            phone.find("chord-not-described", self.mode)
            return
        if not begins:
            phone.stop("no-such-chord", self.mode)
        while more := {c.begins for c in chords if c.reaches in begins} - begins:
            begins |= more
        if "off" in begins:
            return
        if not phone.isin("mode", frozenset(begins)):
            phone.stop("chord-begins-elsewhere", self.mode)

    def done_otherwise(self, world: World) -> Iterator[tuple[str, Step]]:
        """The keys of another mode, or another line of the menu."""
        if self.by == "command":
            return
        for mode in sorted(world.modes & set(_NAMES) - {self.mode}):
            known = any(chord.reaches == mode for chord in world.device.chords)
            if self.by == "menu" or known:
                says = _("{mode} is entered instead").format(mode=_NAMES[mode])
                yield says, self.model_copy(update={"mode": mode})

    def sentence(self, world: World) -> str:
        return _("Bring the phone into {mode} {way}").format(
            mode=_NAMES[self.mode], way=_WAYS[self.by]
        )

    def command_key(self) -> str | None:
        return f"enter.{self.mode}" if self.by == "command" else None

    def chord_to(self) -> str | None:
        return self.mode if self.by == "chord" else None
