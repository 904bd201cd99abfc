"""Whether a report of an earlier state of a guide still speaks for a later one.

It does where for every phone that the report can be of (its base build, variant and choices; all
else open) both states admit it, every step that touches it changes the same, with the same bytes,
in the same order, and it ends the same. What is not known to be the same breaks the link.
"""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass

from anleitung.core.diagrams.space import FactKind, Node
from anleitung.core.guide.nested import OneStep
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions import Step
from anleitung.core.phone.world import NOT_LISTED
from anleitung.core.proof.run.compile import Compiled
from anleitung.core.revisions.effects import Effects
from anleitung.core.revisions.match import Pair, doing_of
from anleitung.core.revisions.sets import same_bytes


@dataclass(frozen=True, slots=True)
class Break:
    """What is not the same, and for which phones. says: in words."""

    says: str
    phones: Node


class CarriedOver:
    """first: the earlier state, of which there are reports; second: the later. One codename."""

    def __init__(self, first: Compiled, second: Compiled) -> None:
        self.why_none = ""
        self._breaks: tuple[Break, ...] = ()
        if not (first.run.finished and second.run.finished):
            self.why_none = _("one of the two is not proved to its end")
        elif _choices(first) != _choices(second):
            self.why_none = _("the choices are others")
        elif alone := _told_apart(first) ^ _told_apart(second):
            names = ", ".join(sorted(alone))
            self.why_none = _("only one of the two tells phones apart by {names}").format(
                names=names
            )
        if self.why_none:
            return
        self._effects = Effects(first, second)
        self._breaks = tuple(_breaks(self._effects))

    def broken_by(self, values: Mapping[str, str]) -> str:
        """values: base, variant and option.… of a report. "" where it still speaks."""
        if self.why_none:
            return self.why_none
        phones = self._phones(values)
        space = self._effects.space
        if phones is space.false:
            return _("no phone like that is known")
        for each in self._breaks:
            if space.both(phones, each.phones) is not space.false:
                return each.says
        return ""

    def _phones(self, values: Mapping[str, str]) -> Node:
        """Every phone that a report can be of, admitted before: choices and hidden facts open."""
        space = self._effects.space
        found = self._effects.admitted_first
        for name, value in values.items():
            if name not in space.level_of:
                continue
            known = space.facts[space.level_of[name]].values
            wanted = value if value in known else NOT_LISTED
            if wanted not in known:
                return space.false
            found = space.both(found, space.where(space.var(name), wanted))
        return found


def _choices(compiled: Compiled) -> dict[str, tuple[str, ...]]:
    return {name: tuple(choices) for name, choices in compiled.bundle.options.items()}


def _told_apart(compiled: Compiled) -> frozenset[str]:
    """By what phones differ at the start. Of what one of the two does not know it says nothing."""
    facts = compiled.procedure.space.facts
    return frozenset(fact.name for fact in facts if fact.kind is FactKind.PHONE)


def _breaks(effects: Effects) -> Iterator[Break]:
    """In the order in which a maintainer looks for them; none of them is empty."""
    for each in _every_break(effects):
        if each.phones is not effects.space.false:
            yield each


def _every_break(effects: Effects) -> Iterator[Break]:
    space = effects.space
    yield Break(_("it is not admitted any more"), effects.fell_out)
    yield Break(_("it comes to another end"), effects.ends_otherwise)
    for pair in effects.pairs:
        yield from _of_pair(effects, pair)
    for loss, more, less in effects.losses():
        says = _("it does not lose the same ({what})").format(what=loss)
        yield Break(says, space.either(more, less))
    for differing in effects.differing_ends():
        says = _("it does not end the same ({what})").format(what=differing.slot)
        yield Break(says, differing.phones)
    for finding, more, less in effects.findings():
        says = _("it does not meet the same findings ({what})").format(what=finding)
        yield Break(says, space.either(more, less))


def _of_pair(effects: Effects, pair: Pair) -> Iterator[Break]:
    space = effects.space
    if pair.first is None or pair.second is None:
        touched = _touched(effects, pair)
        if pair.first is None:
            says = _("step {n} is new").format(n=(pair.second or 0) + 1)
        else:
            says = _("step {n} is gone").format(n=pair.first + 1)
        yield Break(says, touched)
        return
    n = pair.second + 1
    yield Break(_("step {n} changes something else").format(n=n), effects.step_differs(pair))
    one = effects.first.rows[pair.first].step
    other = effects.second.rows[pair.second].step
    concerned = space.either(
        _concerned(effects, first=pair.first), _concerned(effects, second=pair.second)
    )
    # What is done by hand changes what nobody sees: only the same words are the same deed.
    by_hand = isinstance(other, Step) and other.on_trust
    if by_hand and doing_of(one) != doing_of(other):
        yield Break(_("step {n} is done by hand otherwise").format(n=n), concerned)
    if by_hand and _prose(one) != _prose(other):
        yield Break(_("step {n} is done by hand in other words").format(n=n), concerned)
    if pair.moved:
        touched = _touched(effects, pair)
        yield Break(_("step {n} stands elsewhere").format(n=n), touched)
    for name in _other_bytes(effects, one, other):
        says = _("step {n} uses other bytes: {name}").format(n=n, name=name)
        yield Break(says, concerned)


def _prose(step: OneStep) -> str:
    return getattr(step, "prose", "")


def _other_bytes(effects: Effects, one: OneStep, other: OneStep) -> Iterator[str]:
    """Files of the two steps that are not known to be the same, place by place."""
    mine = one.used_files() if isinstance(one, Step) else ()
    theirs = other.used_files() if isinstance(other, Step) else ()
    before, after = effects.first.bundle.world.packages, effects.second.bundle.world.packages
    if len(mine) != len(theirs):
        yield ", ".join((*mine, *theirs))
        return
    for old, new in zip(mine, theirs, strict=True):
        if old not in before or new not in after or not same_bytes(before[old], after[new]):
            yield after[new].name if new in after else new


def _concerned(effects: Effects, *, first: int | None = None, second: int | None = None) -> Node:
    """Phones that come to the row and are meant by it; all that is common where it was not run."""
    if first is not None:
        run, carried, at = effects.first.run, effects.joint.first, first
    else:
        assert second is not None
        run, carried, at = effects.second.run, effects.joint.second, second
    if at >= len(run.concerned):
        return effects.common
    return effects.space.both(effects.common, carried.set(run.concerned[at]))


def _touched(effects: Effects, pair: Pair) -> Node:
    """Phones of which a step that is in one state only, or stands elsewhere, changes anything.

    A check that looks and changes nothing touches nobody; a step on trust touches all it concerns.
    """
    found = effects.space.false
    for at, is_first in ((pair.first, True), (pair.second, False)):
        if at is None:
            continue
        where = {"first": at} if is_first else {"second": at}
        step = (effects.first if is_first else effects.second).rows[at].step
        concerned = _concerned(effects, **where)
        if isinstance(step, Step) and (step.on_trust or step.used_files()):
            found = effects.space.either(found, concerned)
        else:
            changed = effects.changed_by(at, is_first=is_first)
            found = effects.space.either(found, effects.space.both(concerned, changed))
    return found
