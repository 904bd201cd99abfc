"""The reader compares a fact with what it should be; phones that differ leave the guide here."""

from collections.abc import Iterator
from typing import Literal

from anleitung.core.conditions.model import atoms
from anleitung.core.documents.base import DocumentPlace, ShortText, Typed
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import Step
from anleitung.core.phone.entry import judge_left
from anleitung.core.phone.sight import require_seen, sight_of
from anleitung.core.phone.world import Phone, World

_BUILDS = frozenset({"base", "build"})


class CheckFact(Step):
    action: Literal["check"]
    that: Typed
    ask: ShortText
    risks = False
    short = ("check {that} asking {ask}",)
    example = {"action": "check", "that": "system is stock", "ask": "Is the maker named?"}

    def run(self, phone: Phone, world: World) -> None:
        require_seen(phone, world, self.that)
        answer = phone.truth(world.formula(self.that.condition))
        if answer is None:
            phone.find("check-not-decided", str(self.that))
        elif not answer:
            judge_left(phone, world)
            phone.stop("turned-away", str(self.that))
        elif {atom.fact for atom in atoms(self.that.condition)} & _BUILDS:
            # Looked at again: what the system did by itself since is known now.
            phone.set("base-drifts", False)

    def done_otherwise(self, world: World) -> Iterator[tuple[str, Step]]:
        """A line that looks like the one that is meant is read instead."""
        for fact in sorted({atom.fact for atom in atoms(self.that.condition)}):
            told = sight_of(world, fact)
            for other in told.alike if told else ():
                says = _("“{line}” is read instead: {means}").format(
                    line=other.line, means=other.means
                )
                yield says, self.model_copy(update={"that": Typed.parse("always")})

    def conditions(self) -> tuple[tuple[DocumentPlace, Typed], ...]:
        return ((("that",), self.that),)

    def looks_at(self) -> frozenset[str] | None:
        return frozenset(atom.fact for atom in atoms(self.that.condition))

    def sentence(self, world: World) -> str:
        return _("Check: {ask}").format(ask=self.ask)
