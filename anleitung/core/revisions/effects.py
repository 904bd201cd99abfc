"""What two runs do to the phones that both admit: how they end, what they lose, step by step."""

from collections.abc import Iterator
from dataclasses import dataclass
from functools import cached_property
from typing import Any

from anleitung.core.diagrams.space import FactKind, Node, Space, Value
from anleitung.core.phone.world import LOSSES, SIDE_LOSSES
from anleitung.core.proof.finding import Severity
from anleitung.core.proof.findings.catalogue import BY_ID
from anleitung.core.proof.run.compile import Compiled
from anleitung.core.revisions.joint import Carried, Joint
from anleitung.core.revisions.match import Pair, match_rows

_FREE = frozenset({FactKind.OPTION, FactKind.ORACLE})
# Slots of the way and not of the end: what is on the computer, copies, answers, what was looked at.
# Whatever is not listed counts as an end, so that nothing is called the same unseen.
_OF_THE_WAY = (
    "branch.", "option.", "oracle.", "host.", "internal.", "card.", "stick.", "called.", "packed.",
    "tool.", "backup.", "kept.", "set.", "asked", "temporary", "battery", "battery-told", "link",
    "unsettled", "base-drifts", "host-sees", "recovery-before", "key-asked", "storage",
    "driver", "other-phone", "other-program",
)  # fmt: skip
# What follows from the contents, and is kept so that it is not worked out anew.
_FOLLOWS = ("seen-to-start", "stood")
_RELEASE = ("build", "platform", "release", "package")
_WHOLE = {**dict.fromkeys(LOSSES, "present"), **SIDE_LOSSES}
WELL = "well"


@dataclass(frozen=True, slots=True)
class Differing:
    """A slot at the end, and the phones of which it holds something else. release: only another

    release of the same stands there.
    """

    slot: str
    phones: Node
    release: bool


def is_of_the_way(slot: str) -> bool:
    """Whether a slot says nothing of how a phone is at the end, or says it in another way."""
    return slot.startswith(_OF_THE_WAY) or slot in _WHOLE or slot.rpartition(".")[2] in _FOLLOWS


class Effects:
    """Two runs of one codename side by side. All sets are of the joint space."""

    def __init__(self, first: Compiled, second: Compiled) -> None:
        self.first, self.second = first, second
        self.pairs = match_rows(first.rows, second.rows)
        self.joint = Joint(
            first.procedure.space, second.procedure.space, dict(_renamed(first, second, self.pairs))
        )
        self.space: Space = self.joint.space
        self.admitted_first = self.joint.first.set(first.procedure.admitted)
        self.admitted_second = self.joint.second.set(second.procedure.admitted)
        self.common = self.space.both(self.admitted_first, self.admitted_second)

    def kinds(self, node: Node) -> int:
        """Kinds of phone, choices and hidden facts not told apart."""
        return self.space.count(node, frozenset({FactKind.PHONE}))

    @cached_property
    def fell_out(self) -> Node:
        """Starts, with their choices, that came in and are refused now."""
        return self.space.minus(self.admitted_first, self.admitted_second)

    @cached_property
    def came_in(self) -> Node:
        return self.space.minus(self.admitted_second, self.admitted_first)

    def whole_phones(self, part: Node, of: Node) -> Node:
        """Those of the part of which no choice at all is in the other set."""
        return self.space.minus(part, self.space.exists(of, _FREE))

    @cached_property
    def ends_otherwise(self) -> Node:
        """Phones that both admit, and that do not come to the same end: well, or by what not."""
        return self._unequal(
            _ending(self.first, self.joint.first, self.space),
            _ending(self.second, self.joint.second, self.space),
            self.common,
        )

    @cached_property
    def well(self) -> Node:
        """Phones that come to the end in both."""
        space = self.space
        first = self.joint.first.set(self.first.run.alive[-1])
        return space.both(first, self.joint.second.set(self.second.run.alive[-1]))

    def losses(self) -> Iterator[tuple[str, Node, Node]]:
        """(what, phones that lose it now and did not, phones that lost it and do not)."""
        space = self.space
        for loss, whole in _WHOLE.items():
            mine = _lost(self.first, self.joint.first, loss, whole)
            theirs = _lost(self.second, self.joint.second, loss, whole)
            if mine is None or theirs is None:
                continue
            more = space.both(space.minus(theirs, mine), self.well)
            less = space.both(space.minus(mine, theirs), self.well)
            if more is not space.false or less is not space.false:
                yield loss, more, less

    def differing_ends(self) -> Iterator[Differing]:
        """Each slot of the phone that holds something else at the end of the one and the other."""
        first, second = self.first.run.states[-1], self.second.run.states[-1]
        for slot in dict.fromkeys((*first, *second)):
            if is_of_the_way(slot):
                continue
            mine = self.joint.first(first[slot]) if slot in first else self.space.leaf(None)
            theirs = self.joint.second(second[slot]) if slot in second else self.space.leaf(None)
            phones = self._unequal(mine, theirs, self.well)
            if phones is not self.space.false:
                yield Differing(slot, phones, slot.rpartition(".")[2] in _RELEASE)

    def findings(self) -> Iterator[tuple[str, Node, Node]]:
        """(finding, phones that meet it now and did not, phones that met it and do not)."""
        space = self.space
        mine = _by_finding(self.first, self.joint.first, space)
        theirs = _by_finding(self.second, self.joint.second, space)
        for name in sorted({*mine, *theirs}):
            one, other = mine.get(name, space.false), theirs.get(name, space.false)
            more = space.both(space.minus(other, one), self.common)
            less = space.both(space.minus(one, other), self.common)
            if more is not space.false or less is not space.false:
                yield name, more, less

    def step_differs(self, pair: Pair) -> Node:
        """The phones of which a step changes something else; both reach it alive."""
        assert pair.first is not None
        assert pair.second is not None
        i, j, space = pair.first, pair.second, self.space
        mine, theirs = self.first.run, self.second.run
        if max(i + 1 - len(mine.states), j + 1 - len(theirs.states)) >= 0:
            return self.common
        within = space.both(
            self.joint.first.set(mine.alive[i]), self.joint.second.set(theirs.alive[j])
        )
        changed = dict.fromkeys((*_changed(mine.states, i), *_changed(theirs.states, j)))
        found = space.minus(
            space.either(
                self.joint.first.set(mine.alive[i + 1]), self.joint.second.set(theirs.alive[j + 1])
            ),
            space.both(
                self.joint.first.set(mine.alive[i + 1]), self.joint.second.set(theirs.alive[j + 1])
            ),
        )
        found = space.both(found, within)
        for slot in changed:
            one = self._change(mine.states, i, slot, self.joint.first)
            other = self._change(theirs.states, j, slot, self.joint.second)
            found = space.either(found, self._unequal(one, other, within))
        return found

    def changed_by(self, at: int, *, is_first: bool) -> Node:
        """The phones of which one step alone changes anything, or that it ends."""
        run = (self.first if is_first else self.second).run
        carried = self.joint.first if is_first else self.joint.second
        if at + 1 >= len(run.states):
            return self.common
        space = self.space
        found = space.minus(carried.set(run.alive[at]), carried.set(run.alive[at + 1]))
        for slot in dict.fromkeys(_changed(run.states, at)):
            same = space.where(self._change(run.states, at, slot, carried), None)
            found = space.either(found, space.minus(self.common, same))
        return found

    def _change(self, states: list[Any], i: int, slot: str, carried: Carried) -> Node:
        """What a step puts into a slot, None where it leaves it as it is."""
        if slot not in states[i]:
            return self.space.leaf(None)
        before, after = carried(states[i][slot]), carried(states[i + 1][slot])
        return self.space.join(_becomes, before, after)

    def _unequal(self, one: Node, other: Node, within: Node) -> Node:
        if one is other:
            return self.space.false
        same = self.space.join(_same, one, other)
        return self.space.minus(within, same)


def _changed(states: list[Any], i: int) -> Iterator[str]:
    """Slots that a step changes for anybody; an answer alone changes nothing of a phone."""
    before, after = states[i], states[i + 1]
    if before is after:
        return
    for slot, node in after.items():
        if before.get(slot) is not node and not slot.startswith(("branch.", "oracle.")):
            yield slot


def _same(one: Value, other: Value) -> bool:
    return type(one) is type(other) and one == other


def _becomes(before: Value, after: Value) -> Value:
    return None if _same(before, after) else ("becomes", after)


def _renamed(first: Compiled, second: Compiled, pairs: list[Pair]) -> Iterator[tuple[str, str]]:
    """Hidden facts of steps that are called otherwise now: their names hold the step's id."""
    names = {
        second.rows[p.second].step.id: first.rows[p.first].step.id
        for p in pairs
        if p.first is not None and p.second is not None
    }
    taken = {fact.name for fact in first.procedure.space.facts}
    for fact in second.procedure.space.facts:
        head, step, rest = (*fact.name.split(".", 2), "", "")[:3]
        own = names.get(step)
        if head == "oracle" and own is not None and own != step:
            name = ".".join(filter(None, (head, own, rest)))
            if name in taken:
                yield fact.name, name


def _ending(compiled: Compiled, carried: Carried, space: Space) -> Node:
    found = space.leaf(WELL)
    for (_step, how, finding), phones in compiled.run.ended.items():
        found = space.ite(carried.set(phones), space.leaf((how, finding)), found)
    return found


def _lost(compiled: Compiled, carried: Carried, loss: str, whole: str) -> Node | None:
    """Phones that had it at the start and do not have it at the end."""
    slot = compiled.bundle.world.slot_of_loss(loss)
    run, space = compiled.run, compiled.procedure.space
    if slot not in run.states[0]:
        return None
    had = space.where(run.states[0][slot], whole)
    return carried.set(space.minus(had, space.where(run.states[-1][slot], whole)))


def _by_finding(compiled: Compiled, carried: Carried, space: Space) -> dict[str, Node]:
    """Stops and warnings of phones, wherever they are met."""
    found: dict[str, Node] = {}
    for (name, _subject, _step), phones in compiled.run.findings.items():
        if BY_ID[name].severity is not Severity.NOTE:
            found[name] = space.either(found.get(name, space.false), carried.set(phones))
    return found
