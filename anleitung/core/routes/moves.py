"""What a route is made of: a published guide with its choices made, or an update of the maker."""

from collections.abc import Iterator
from dataclasses import dataclass, field, replace
from functools import cached_property
from itertools import product
from math import prod
from typing import Any

from anleitung.core.diagrams.one import PlainState
from anleitung.core.diagrams.remembered import Remembered
from anleitung.core.diagrams.run import CompiledStep
from anleitung.core.diagrams.subject import Formula
from anleitung.core.documents.base import Typed
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.document import Guide, Promise
from anleitung.core.guide.times import Times, times_of_step
from anleitung.core.guide.walk import Row, actions_of, rows_of
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions import Step
from anleitung.core.phone.actions.take_update import TakeUpdate
from anleitung.core.phone.take import tool_of
from anleitung.core.phone.world import World
from anleitung.core.proof.run.compile import steps_of
from anleitung.core.routes.doors import Doors, doors_of
from anleitung.core.updates.moves import Graph

# A guide with more ways to make its choices is looked at with the first of them only.
MOST_CHOICES = 24


# A leg on which readers report failures of such phones is worse than any that the steps tell of.
FLAGGED = 4


@dataclass(frozen=True, slots=True)
class Flag:
    """Readers report failures on phones of which factor has this value: "variant", "base" (the

    build of the firmware when they began), "option.<id>". value: "" for all phones. words: as the
    page of the guide says it.
    """

    factor: str
    value: str
    words: str


@dataclass(frozen=True, slots=True)
class Reported:
    """What readers told of a guide: how many runs, how many of them failed, and what came of it.

    earlier: flags of the version before, not yet known for this one.
    """

    runs: int = 0
    failed: int = 0
    flags: tuple[Flag, ...] = ()
    earlier: tuple[Flag, ...] = ()


@dataclass(frozen=True)
class Move:
    """choices: (option, choice), of all options. avoided: why it is not taken, "" where it is.

    name: of the guide, or "update <build>"; it stays when the guide gets a new version. skipped:
    ids of steps that are not gone through. memory: of the guide, whatever is chosen in it.
    """

    name: str
    bundle: Bundle
    choices: tuple[tuple[str, str], ...] = ()
    avoided: str = ""
    reported: Reported = Reported()
    is_update: bool = False
    skipped: frozenset[str] = frozenset()
    memory: "Memory" = field(default_factory=lambda: Memory(), repr=False, compare=False)

    @property
    def title(self) -> str:
        if self.is_update:
            build = self.name.removeprefix("update ")
            return _("Take the update to {build}").format(build=build)
        return self.bundle.guide.title

    @property
    def choice_words(self) -> tuple[str, ...]:
        says = {(o.id, c.id): c.says for o in self.bundle.guide.options for c in o.choices}
        return tuple(says[each] for each in self.choices)

    @property
    def key(self) -> tuple[str, tuple[tuple[str, str], ...]]:
        return (self.name, self.choices)

    @cached_property
    def rows(self) -> tuple[Row, ...]:
        return tuple(r for r in rows_of(self.bundle.guide) if r.step.id not in self.skipped)

    @cached_property
    def chosen(self) -> PlainState:
        """Its choices, as the state holds them."""
        return {f"option.{option}": choice for option, choice in self.choices}

    @cached_property
    def admission(self) -> Formula:
        return self.bundle.world.formula(self.bundle.guide.admission.condition)

    @cached_property
    def doors(self) -> Doors:
        world = self.bundle.world
        return doors_of(self.bundle.guide.admission.condition, world.vocabulary)

    @cached_property
    def hidden(self) -> tuple[str, ...]:
        """Slots that decide how its steps by hand turn out."""
        return tuple(
            name for r in self.rows if r.action for name, _values in r.action.hidden_facts()
        )

    @cached_property
    def steps(self) -> tuple[CompiledStep, ...]:
        return tuple(steps_of(self.bundle, self.rows))

    @cached_property
    def times(self) -> tuple[Times | None, ...]:
        """Of each row; None where it is no step of its own."""
        return tuple(times_of_step(r.step) if isinstance(r.step, Step) else None for r in self.rows)

    @cached_property
    def tools(self) -> tuple[str, ...]:
        """Of each row the id of the host tool that it needs, "" for none."""
        return tuple(_tool_of(row, self.bundle.world) for row in self.rows)

    @cached_property
    def least(self) -> tuple[int, int]:
        """Seconds by hand and of waiting that no phone comes through under: the steps for all."""
        pairs = zip(self.steps, self.times, strict=False)
        always = [t for step, t in pairs if t is not None and not step.guards]
        return sum(t.hands_on[1] for t in always), sum(t.waiting[1] for t in always)

    @cached_property
    def remembered(self) -> Remembered[Any]:
        """Its steps, with what they did to phones so far."""
        return self.memory.of(self.skipped, self.steps)

    @cached_property
    def risk(self) -> int:
        """How bad its worst failure can be: 0 nothing is written, 1 there is no way back from a

        step, 2 an interrupted step leaves a phone that hangs and a guide leads back, 3 it leaves
        one that hangs and none is named.
        """
        worst = 0
        for step in actions_of(self.bundle.guide):
            if step.can_be_cut:
                worst = max(worst, 2 if step.way_back else 3)
            elif step.no_return:
                worst = max(worst, 1)
        return worst


def _tool_of(row: Row, world: World) -> str:
    if not isinstance(row.step, Step) or not row.step.needs_tool(world):
        return ""
    tool = tool_of(row.step, world)
    return tool.id if tool else ""


class Memory:
    """What a guide did to phones so far. Its steps ask what was chosen as they ask all else, so

    that one memory serves all ways to choose; one without some steps has its own. learned: names
    what another process worked out and was taken over last.
    """

    def __init__(self) -> None:
        self.learned = ""
        self._kept: dict[frozenset[str], Remembered[Any]] = {}

    def of(self, skipped: frozenset[str], steps: tuple[CompiledStep, ...]) -> Remembered[Any]:
        return self._kept.setdefault(skipped, Remembered(steps))

    def each(self) -> Iterator[tuple[frozenset[str], Remembered[Any]]]:
        """What was gone through so far, by the steps that were left out."""
        return iter(list(self._kept.items()))


def ways_to_choose(bundle: Bundle) -> int:
    """In how many ways its options can be answered together."""
    return prod(len(choices) for choices in bundle.options.values())


def moves_of(
    name: str, bundle: Bundle, *, avoided: str = "", reported: Reported = Reported()
) -> Iterator[Move]:
    """The guide once for each way to make its choices, for the first MOST_CHOICES of them."""
    options, memory = bundle.options, Memory()
    for at, made in enumerate(product(*options.values())):
        if at == MOST_CHOICES:
            return
        choices = tuple(zip(options, made, strict=True))
        yield Move(name, bundle, choices, avoided, reported, memory=memory)


def updates_of(bundle: Bundle, graph: Graph) -> Iterator[Move]:
    """Each build that the maker brings from others by its own system, as a guide of one step.

    bundle: any of the codename, for its documents. graph: of all builds that the catalogue lists.
    """
    starts: dict[str, list[str]] = {}
    for start, moves in graph.moves.items():
        for goal, move in ((move.goal, move) for move in moves):
            # What the maker offers leads on, also where a package would let the phone go back.
            first, then = graph.builds[start], graph.builds[goal]
            older = first.line == then.line and then.place < first.place
            if move.package.kind != "emergency" and not older:
                starts.setdefault(goal, []).append(start)
    settled = " and update is none" if "update" in bundle.world.vocabulary else ""
    for goal, olders in sorted(starts.items()):
        among = ", ".join(sorted(olders))
        guide = Guide(
            id="offered-update",
            codename=bundle.device.codename,
            title=f"Take the update to {goal}"[:200],
            summary="The update that the maker’s system offers.",
            admission=Typed.parse(f"system is stock{settled} and build in {{{among}}}"),
            promise=Promise(holds=(Typed.parse(f"build is {goal}"),)),
            steps=(TakeUpdate(id="take", action="take-update", to=goal),),
        )
        made = replace(
            bundle,
            guide=guide,
            builds=tuple(graph.builds.values()),
            packages=(),
            tools=(),
            programs=(),
            passages=(),
        )
        yield Move(f"update {goal}", made, is_update=True)
