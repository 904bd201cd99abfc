"""What nobody foresaw, by hand: its effects come from a closed list, or make facts unknown."""

from collections.abc import Iterator
from typing import Annotated, Literal

from pydantic import Field, model_validator

from anleitung.core.documents.base import DocumentPlace, ShortText
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import Step, oracle
from anleitung.core.phone.own_facts import OWN, own_value
from anleitung.core.phone.world import Phone, World

# Fact → what an author may say that it is afterwards.
EFFECTS: dict[str, tuple[str, ...]] = {
    "mode": ("system", "bootloader", "recovery"),
    "debugging": ("off", "on"),
    "unlock-switch": ("off", "on"),
    "bootloader": ("locked", "unlocked"),
    "screen-lock": ("none", "set"),
    "account": ("none", "signed-in"),
    "link": ("none", "cable", "confirmed"),
    "battery": ("high", "low"),
}


class ByHand(Step):
    """says: the instruction. sets: fact → value; unknown: facts that may be anything afterwards."""

    action: Literal["by-hand"]
    says: ShortText
    sets: Annotated[dict[str, str], Field(max_length=8)] = {}
    unknown: Annotated[tuple[str, ...], Field(max_length=8)] = ()

    usual = (30, 300)
    on_trust = True
    short = ("by hand {says} [setting {sets}] [leaving {unknown} open]",)
    example = {"action": "by-hand", "says": "wait", "sets": {"mode": "bootloader"}}

    @model_validator(mode="after")
    def _from_the_list(self) -> "ByHand":
        for fact, value in self.sets.items():
            if not fact.startswith(OWN) and value not in EFFECTS.get(fact, ()):
                known = "; ".join(f"{f}: {', '.join(v)}" for f, v in EFFECTS.items())
                raise ValueError(f"{fact} cannot be said to be {value}; known are {known}")
        for fact in self.unknown:
            if fact not in EFFECTS:
                raise ValueError(f"{fact} cannot become unknown; known are {', '.join(EFFECTS)}")
            if fact in self.sets:
                raise ValueError(f"{fact} is said to be {self.sets[fact]} and unknown at once")
        return self

    def misnamed(self, world: World) -> Iterator[tuple[DocumentPlace, str]]:
        for name, value in self.sets.items():
            yield from own_value(world, name, value, ("sets", name))

    def run(self, phone: Phone, world: World) -> None:
        phone.find("on-trust", "")
        for fact, value in self.sets.items():
            phone.set(fact, value)
        for fact in self.unknown:
            # A hidden fact of the start decides what became of it.
            phone.copy(fact, oracle(self.id, fact))

    def hidden_facts(self) -> tuple[tuple[str, tuple[str, ...]], ...]:
        return tuple((oracle(self.id, fact), EFFECTS[fact]) for fact in self.unknown)

    def sentence(self, world: World) -> str:
        return _("By hand: {says}").format(says=self.says)
