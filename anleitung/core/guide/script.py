"""A script of a host tool: one command that does many things, some of them only sometimes."""

from collections.abc import Iterator
from typing import Annotated, Literal

from pydantic import Field

from anleitung.core.documents.base import Document, DocumentPlace, Id, ShortText, Typed
from anleitung.core.documents.package import PackageRole
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions import AnyAction, Step
from anleitung.core.phone.actions.base import oracle
from anleitung.core.phone.demands import require_at_hand
from anleitung.core.phone.world import Phone, World


class ScriptPart(Document):
    """One thing that it does. when: only then; asks: what it asks before, on the computer.

    What the reader answers is an option of the guide, so that ``when`` can speak of it.
    """

    does: AnyAction
    when: Typed | None = None
    asks: ShortText | None = None


class RunScript(Step):
    """parts: what it really does, in its order, whether it says so or not."""

    action: Literal["script"]
    file: Id
    parts: Annotated[tuple[ScriptPart, ...], Field(min_length=1, max_length=40)]

    usual = (60, 600)
    short = ("run {file}",)
    waits = True
    no_return = True
    can_be_cut = True

    def run(self, phone: Phone, world: World) -> None:
        require_at_hand(phone, world, self.file)
        for i, part in enumerate(self.parts):
            if part.when is None or self._does(phone, world, i, part.when):
                part.does.run(phone, world)

    def _does(self, phone: Phone, world: World, part: int, when: Typed) -> bool:
        """Where it is not known, both are tried: a hidden fact of the start decides."""
        met = phone.truth(world.formula(when.condition))
        if met is None:
            phone.find("part-not-decided", str(when))
            return phone.is_(oracle(self.id, str(part)), "yes")
        return met

    def hidden_facts(self) -> tuple[tuple[str, tuple[str, ...]], ...]:
        own = [
            (oracle(self.id, str(i)), ("no", "yes"))
            for i, part in enumerate(self.parts)
            if part.when is not None
        ]
        return (*own, *(fact for part in self.parts for fact in part.does.hidden_facts()))

    def conditions(self) -> tuple[tuple[DocumentPlace, Typed], ...]:
        own = [
            (("parts", i, "when"), part.when)
            for i, part in enumerate(self.parts)
            if part.when is not None
        ]
        inner = [
            (("parts", i, "does", *at), typed)
            for i, part in enumerate(self.parts)
            for at, typed in part.does.conditions()
        ]
        return (*own, *inner)

    def done_otherwise(self, world: World) -> Iterator[tuple[str, Step]]:
        """It ends early, or one of its questions is answered with no."""
        for i, part in enumerate(self.parts):
            if i:
                says = _("the script ends before this part: {part}").format(
                    part=part.does.sentence(world)
                )
                yield says, self.model_copy(update={"parts": self.parts[:i]})
            if part.asks is not None:
                says = _("“{asks}” is answered with no").format(asks=part.asks)
                rest = (*self.parts[:i], *self.parts[i + 1 :])
                yield says, self.model_copy(update={"parts": rest})
            for told, other in part.does.done_otherwise(world):
                changed = part.model_copy(update={"does": other})
                parts = (*self.parts[:i], changed, *self.parts[i + 1 :])
                yield told, self.model_copy(update={"parts": parts})

    def cut_places(self, world: World) -> tuple[str, ...]:
        """The place of a part, and the partition in it."""
        return tuple(
            f"{i}/{place}"
            for i, part in enumerate(self.parts)
            if part.does.can_be_cut
            for place in part.does.cut_places(world)
        )

    def cut_short(self, phone: Phone, world: World, place: str) -> None:
        number, _stroke, partition = place.partition("/")
        upto = int(number)
        self.model_copy(update={"parts": self.parts[:upto]}).run(phone, world)
        self.parts[upto].does.cut_short(phone, world, partition)

    def sentence(self, world: World) -> str:
        told = []
        for part in self.parts:
            text = part.does.sentence(world)
            if part.asks is not None:
                text = _("it asks “{asks}”; {text}").format(asks=part.asks, text=text)
            if part.when is not None:
                text = _("{text}, only if {when}").format(text=text, when=part.when)
            told.append(text)
        return _("Run {name}. It does: {parts}").format(
            name=world.file_name(self.file), parts="; ".join(told)
        )

    def cautions(self, world: World) -> tuple[str, ...]:
        return tuple(dict.fromkeys(c for part in self.parts for c in part.does.cautions(world)))

    def command_key(self) -> str | None:
        return "script"

    def kinds(self) -> Iterator[tuple[str, frozenset[PackageRole]]]:
        yield self.file, frozenset({"script", "other"})
        for part in self.parts:
            yield from part.does.kinds()

    def needs_tool(self, world: World) -> bool:
        return False

    def command_values(self, world: World) -> dict[str, str]:
        return {"file": world.file_name(self.file)}

    def used_files(self) -> tuple[str, ...]:
        inner = (file for part in self.parts for file in part.does.used_files())
        return tuple(dict.fromkeys((self.file, *inner)))
