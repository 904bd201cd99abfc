"""The reader compares a fact with what it should be; phones that differ leave the guide here."""

from gettext import gettext as _
from typing import Literal

from anleitung.core.conditions.model import atoms
from anleitung.core.documents.base import ShortText, Typed
from anleitung.core.phone.actions.base import DocumentPlace, Step
from anleitung.core.phone.entry import judge_left
from anleitung.core.phone.world import Phone, World

# Where the line about a fact is shown that belongs to it.
_IN_SYSTEM = frozenset({"system", "build", "platform", "data", "apps", "media"})
_OUTSIDE = frozenset({"base", "slot", "bootloader"})
_BUILDS = frozenset({"base", "build"})
_SHOWING = frozenset({"system", "bootloader", "download"})


class CheckFact(Step):
    action: Literal["check"]
    that: Typed
    ask: ShortText
    example = {"action": "check", "that": "system is stock", "ask": "Is the maker named?"}

    def run(self, phone: Phone, world: World) -> None:
        facts = {atom.fact for atom in atoms(self.that.condition)}
        shown = frozenset({"system"}) if facts & _IN_SYSTEM else _SHOWING
        if facts & (_IN_SYSTEM | _OUTSIDE) and not phone.isin("mode", shown):
            phone.find("check-misleads", str(self.that))
        answer = phone.truth(world.formula(self.that.condition))
        if answer is None:
            phone.find("check-not-decided", str(self.that))
        elif not answer:
            judge_left(phone, world)
            phone.stop("turned-away", str(self.that))
        elif facts & _BUILDS:
            # Looked at again: what the system did by itself since is known now.
            phone.set("base-drifts", False)

    def conditions(self) -> tuple[tuple[DocumentPlace, Typed], ...]:
        return ((("that",), self.that),)

    def looks_at(self) -> frozenset[str] | None:
        return frozenset(atom.fact for atom in atoms(self.that.condition))

    def sentence(self, world: World) -> str:
        return _("Check: {ask}").format(ask=self.ask)
