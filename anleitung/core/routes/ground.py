"""Where every route of a codename runs: all its guides on one set of phones.

A guide knows the builds, programs and tools of its own documents. Here they stand together, so that
what one guide leaves is what the next one finds. Builds that a guide does not list are never taken
as equal to one that it does: it is not led on from there.
"""

from collections.abc import Callable, Iterable, Mapping
from dataclasses import replace
from functools import cache, cached_property
from typing import TYPE_CHECKING, Any

from anleitung.core.conditions.model import Vocabulary
from anleitung.core.diagrams.one import PlainState
from anleitung.core.diagrams.run import DiagramAlgebra, State
from anleitung.core.diagrams.space import Fact, FactKind, Node, Space, Value
from anleitung.core.phone.start import start_state, start_without_contents
from anleitung.core.phone.world import NOT_LISTED, World, build_order
from anleitung.core.proof.run.compile import answered_in, facts_of, possible_starts
from anleitung.core.routes.doors import Hall
from anleitung.core.routes.moves import Move

if TYPE_CHECKING:
    from anleitung.core.routes.run import Leg

# Slots that belong to one guide: its files, its questions. Whoever begins the next begins anew.
_OF_GUIDE = (
    "host.",
    "internal.",
    "card.",
    "stick.",
    "called.",
    "packed.",
    "mounted.",
    "branch.",
    "option.",
    "oracle.",
)
_HIDDEN_IN_STEP = "oracle."
# What stands between two guides, whatever the first one left: the cable is out, nothing is asked.
_BETWEEN: PlainState = {
    "link": "none",
    "host-sees": "no",
    "asked": "none",
    "storage": "closed",
    "battery-told": False,
    "key-asked": "none",
}


# Taken for granted on the phones of a ground, and no fact there: all parts of the maker's system
# are of one release, the recovery is the one that came with it, the other slot holds the same.
_NOT_ASKED = ("damaged", "system-build", "stood-recovery", "other-base", "other-system")
_SAME = {"other-base": "base", "other-system": "system"}


class UnknownFact(KeyError):
    """A fact or a value that the codename does not have."""


class Ground:
    """moves: at least one, all of one codename, on the same document of its phone."""

    def __init__(self, moves: Iterable[Move]) -> None:
        self.moves = tuple(moves)
        self.bundles = {m.name: m.bundle for m in self.moves}
        self._begun: dict[tuple[str, tuple[str, ...]], PlainState] = {}
        self._staying: dict[tuple[str, tuple[str, ...]], PlainState] = {}
        # By the key of a move: the leg of the nearest phone that it admits, which no aim changes.
        self.usual_legs: dict[object, Leg | None] = {}

    @cached_property
    def hall(self) -> Hall:
        """The doors of its moves, in their order."""
        return Hall([move.doors for move in self.moves])

    @cached_property
    def world(self) -> World:
        """What all documents know together, without any file."""
        builds = {b.build: b for each in self.bundles.values() for b in each.placed}
        worlds = [each.world for each in self.bundles.values()]
        placed = tuple(sorted(builds.values(), key=lambda b: b.build))
        return replace(
            worlds[0],
            builds=placed,
            packages={},
            options={},
            order=build_order(placed),
            programs={k: v for w in worlds for k, v in w.programs.items()},
            tools={k: v for w in worlds for k, v in w.tools.items()},
            own={k: v for w in worlds for k, v in w.own.items()},
            hanging=False,
            parted=False,
            standing=False,
            declared={},
            kept_by=(),
        )

    @cached_property
    def vocabulary(self) -> Vocabulary:
        """What conditions may name: the facts of all guides, their choices left out."""
        found = {k: v for each in self.bundles.values() for k, v in each.world.vocabulary.items()}
        return {k: v for k, v in found.items() if not k.startswith("option.")}

    @cached_property
    def space(self) -> Space:
        found: dict[str, Fact] = {}
        for each in {m.name: m for m in self.moves}.values():
            for fact in facts_of(each.bundle, each.rows):
                if fact.kind is FactKind.OPTION or fact.name in _NOT_ASKED:
                    continue
                if fact.name.startswith(_HIDDEN_IN_STEP):
                    # How a step turns out in one guide tells nothing of a step in another.
                    name = _turn_of(each, fact.name)
                    found[name] = replace(fact, name=name)
                    continue
                known = found.get(fact.name)
                values = dict.fromkeys((*(known.values if known else ()), *fact.values))
                if NOT_LISTED in values:
                    values = dict.fromkeys((*(v for v in values if v != NOT_LISTED), NOT_LISTED))
                default = known.default if known else fact.default
                found[fact.name] = replace(fact, values=tuple(values), default=default)
        space = Space(list(found.values()))
        # The other slot holds the same: one fact stands for both, and neither is open by itself.
        for other, one in _SAME.items():
            if one in space.level_of:
                space.level_of[other] = space.level_of[one]
        return space

    @cached_property
    def start(self) -> State:
        return _without_turns(start_state(self.space, self.world, ()))

    @cached_property
    def possible(self) -> Node:
        """The phones that there are, that run their system, and that nobody changed in ways that

        readers are not asked about (_NOT_ASKED). Raises BudgetSpent.
        """
        state = {**self.start}
        if self.world.has_two_slots:
            state["other.stood"] = self.space.leaf("starting")
        return possible_starts(self.space, state, self.world)

    @cached_property
    def _fresh(self) -> dict[str, State]:
        """What each guide begins with, slot by slot, on phones that nothing was done to."""
        return {m.name: self._beginning(m) for m in {m.name: m for m in self.moves}.values()}

    def _beginning(self, move: Move) -> State:
        # Contents of partitions are those of the phone that comes to it.
        world, answered = move.bundle.world, answered_in(move.rows)
        found = start_without_contents(self.space, world, answered)
        turns = {name: self.space.var(_turn_of(move, name)) for name in move.hidden}
        return {**_without_turns(found), **turns}

    def phone(self, known: Mapping[str, str]) -> dict[str, str]:
        """The phone of which this is known; the rest is as on the usual one. Raises UnknownFact."""
        found = {fact.name: fact.default for fact in self.space.facts}
        for name, value in known.items():
            if name not in found:
                raise UnknownFact(name)
            if value not in self.space.facts[self.space.level_of[name]].values:
                if name != "base":
                    raise UnknownFact(f"{name}: {value}")
                value = NOT_LISTED
            found[name] = value
        return found

    def state_of(self, phone: Mapping[str, str]) -> PlainState:
        return left_behind({s: self.space.at(node, phone) for s, node in self.start.items()})

    def enter(self, move: Move, state: PlainState, phone: Mapping[str, str]) -> PlainState:
        """The state in which a guide begins, from the one in which the last one ended.

        state: without what belongs to the guide before (left_behind).
        """
        return {**self.begun(move, phone), **state, **_BETWEEN, **move.chosen}

    def begun(self, move: Move, phone: Mapping[str, str]) -> PlainState:
        """What this guide begins with on a phone that nothing was done to."""
        key = (move.name, tuple(phone.values()))
        if key not in self._begun:
            fresh = self._fresh[move.name]
            self._begun[key] = {slot: self.space.at(node, phone) for slot, node in fresh.items()}
        return self._begun[key]

    def begun_to_stay(self, move: Move, phone: Mapping[str, str]) -> PlainState:
        """What of the beginning is of concern to whatever comes after this guide."""
        key = (move.name, tuple(phone.values()))
        if key not in self._staying:
            self._staying[key] = left_behind(self.begun(move, phone))
        return self._staying[key]

    def enter_all(self, move: Move, state: State) -> State:
        """The same for all phones at once."""
        fresh = self._fresh[move.name]
        leaf = self.space.leaf
        kept = {slot: node for slot, node in state.items() if stays(slot)}
        chosen = {slot: leaf(choice) for slot, choice in move.chosen.items()}
        between = {slot: leaf(value) for slot, value in _BETWEEN.items()}
        return {**fresh, **kept, **between, **chosen}

    def unlisted(self, move: Move, state: PlainState) -> str:
        """A build of the maker on the phone that the documents of this guide do not list, or ""."""
        listed = move.bundle.world.listed
        for name, _part in move.bundle.world.contents:
            family, build = f"{name}.family", f"{name}.build"
            if family in state and state[family] == "stock" and state[build] not in listed:
                return str(state[build])
        return ""

    def listed_all(self, move: Move, state: State) -> Node:
        """The phones of which unlisted says ""."""
        space, listed = self.space, move.bundle.world.listed
        found = space.true
        for name, _part in move.bundle.world.contents:
            family, build = state.get(f"{name}.family"), state.get(f"{name}.build")
            if family is None or build is None:
                continue
            known = space.map(_In(listed), build)
            foreign = space.minus(space.true, space.where(family, "stock"))
            found = space.both(found, space.either(foreign, known))
        return found


class _In:
    """Whether a build is listed. Compared by what it holds."""

    def __init__(self, listed: frozenset[str]) -> None:
        self._listed = listed

    def __call__(self, build: object) -> bool:
        return build in self._listed

    def __eq__(self, other: object) -> bool:
        return isinstance(other, _In) and other._listed == self._listed

    def __hash__(self) -> int:
        return hash(self._listed)


def left_behind(state: PlainState) -> PlainState:
    """What is still of concern to whatever comes next."""
    return {s: v for s, v in state.items() if stays(s) and s not in _BETWEEN}


def lasting(state: PlainState) -> frozenset[tuple[str, object]]:
    """Two ways that leave the same behind meet there."""
    return frozenset(state.items())


def _turn_of(move: Move, name: str) -> str:
    """The fact of the ground that decides how a step of this guide turns out."""
    return f"{move.name}: {name}"


def _without_turns(state: State) -> State:
    return {slot: node for slot, node in state.items() if ": " not in slot}


class Plain:
    """One state, as a condition reads it; it is not copied."""

    def __init__(self, state: PlainState) -> None:
        self.slot = state.__getitem__

    def const(self, value: Value) -> Value:
        return value

    def apply(self, fn: Callable[[Any], Value], a: Value) -> Value:
        return fn(a)

    def combine(self, fn: Callable[[Any, Any], Value], a: Value, b: Value) -> Value:
        return fn(a, b)


def admits_all(space: Space, move: Move, state: State) -> Node:
    algebra = DiagramAlgebra(space, state.__getitem__)
    return space.where(move.admission.over(algebra), True)


@cache
def stays(slot: str) -> bool:
    return not slot.startswith(_OF_GUIDE)
