"""One leg of a route, run by the engine: what it did to the phone, or why it got stuck."""

from dataclasses import dataclass, replace
from functools import reduce

from anleitung.core.diagrams.one import PlainState
from anleitung.core.diagrams.remembered import Asked, Remembered, Whole
from anleitung.core.diagrams.run import State
from anleitung.core.diagrams.space import Node
from anleitung.core.guide.times import Span
from anleitung.core.phone.actions import Step
from anleitung.core.proof.finding import Severity
from anleitung.core.proof.findings.catalogue import BY_ID
from anleitung.core.routes.ground import Ground, Plain, left_behind
from anleitung.core.routes.moves import FLAGGED, Flag, Move

LOSSES = ("apps", "media")


@dataclass(frozen=True, slots=True)
class Leg:
    """A move as this phone went through it. after: the state it ended in; lost: what it took.

    hands, waiting: seconds, least and most. cuts, no_return: steps at which data goes, and which
    nothing takes back; steps: those that were for this phone; flags: what readers report of such.
    """

    move: Move
    after: PlainState
    lost: tuple[str, ...]
    hands: Span
    waiting: Span
    steps: tuple[str, ...]
    cuts: tuple[str, ...]
    no_return: tuple[str, ...]
    flags: tuple[Flag, ...] = ()

    @property
    def risk(self) -> int:
        """As of the move; FLAGGED where readers report failures on phones like this one."""
        return FLAGGED if self.flags else self.move.risk

    def tools(self) -> frozenset[str]:
        """Ids of the host tools that this phone needs on it."""
        mine, wanted = set(self.steps), zip(self.move.rows, self.move.tools, strict=True)
        return frozenset(tool for row, tool in wanted if tool and row.step.id in mine)


@dataclass(frozen=True, slots=True)
class Refusal:
    """Why a move does not lead on from here. step: where, "" for its admission; finding, subject:

    what was found there; unlisted: a build that its documents do not list.
    """

    move: Move
    step: str = ""
    finding: str = ""
    subject: str = ""
    unlisted: str = ""


def take(ground: Ground, move: Move, state: PlainState, phone: dict[str, str]) -> Leg | Refusal:
    if not _begins(move, state):
        return Refusal(move)
    entering = ground.enter(move, state, phone)
    remembered: Remembered[Leg | Refusal] = move.remembered
    went = remembered.known(entering.__getitem__)
    if went is None:
        asked = Asked(entering)
        if move.admission.over(Plain(asked)) is not True:
            return Refusal(move)
        if unlisted := ground.unlisted(move, asked):
            return Refusal(move, unlisted=unlisted)
        # Who is remembered was let in: what that asked belongs to what is asked of the phone.
        also = (*LOSSES, *asked.asked)
        went = remembered.outcome(entering, also, lambda whole: _went(move, whole))
    # The memory is that of the guide: another way to choose may have gone the same way before.
    if isinstance(went, Refusal):
        return replace(went, move=move)
    after = {**ground.begun_to_stay(move, phone), **state, **went.after}
    flags = flags_for(move, state, phone)
    return Leg(
        move,
        after,
        went.lost,
        went.hands,
        went.waiting,
        went.steps,
        went.cuts,
        went.no_return,
        flags,
    )


def _went(move: Move, whole: Whole) -> Leg | Refusal:
    """A leg of which after holds only what was written."""
    run = whole.run
    for finding, subject, step in sorted(run.findings):
        if BY_ID[finding].severity is Severity.STOP:
            return Refusal(move, step, finding, subject)
    if run.ended is not None:
        return Refusal(move, run.ended[0], run.ended[2])
    return replace(_leg(move, run.states, run.concerned), after=left_behind(whole.writes))


def flags_for(move: Move, state: PlainState, phone: dict[str, str]) -> tuple[Flag, ...]:
    """The flags of the guide that fit the phone as it begins with it. One of which it is not known

    what it says of this phone fits.
    """
    if not move.reported.flags:
        return ()
    world = move.bundle.world
    base = {str(state[s]) for s in world.vocabulary["base"].here if s in state}
    chosen = {f"option.{option}": choice for option, choice in move.choices}

    def fits(flag: Flag) -> bool:
        if not flag.value:
            return True
        if flag.factor == "base":
            return flag.value in base or not base
        mine = chosen.get(flag.factor, phone.get(flag.factor))
        return mine is None or mine == flag.value

    return tuple(flag for flag in move.reported.flags if fits(flag))


def fitting(ground: Ground, move: Move, flag: Flag, state: State) -> Node:
    """The phones that the flag fits, all of them at once: as flags_for says of each."""
    space = ground.space
    if not flag.value:
        return space.true
    if flag.factor == "base":
        slots = [s for s in move.bundle.world.vocabulary["base"].here if s in state]
        parts = [space.where(state[slot], flag.value) for slot in slots]
        return reduce(space.either, parts) if parts else space.true
    chosen = dict(move.chosen).get(flag.factor)
    if chosen is None and flag.factor in space.level_of:
        return space.where(space.var(flag.factor), flag.value)
    return space.true if chosen in (None, flag.value) else space.false


def _begins(move: Move, state: PlainState) -> bool:
    """A guide that says nothing of modes begins with a phone that runs its system."""
    return state["mode"] == "system" or move.bundle.guide.admits_hanging


def _leg(move: Move, states: list[PlainState], concerned: list[bool]) -> Leg:
    hands, waiting = (0, 0), (0, 0)
    steps, cuts, no_return = [], [], []
    rows = zip(move.rows, move.times, states, states[1:], concerned, strict=False)
    for row, times, before, after, mine in rows:
        if not mine:
            continue
        steps.append(row.step.id)
        if any(before[loss] == "present" and after[loss] != "present" for loss in LOSSES):
            cuts.append(row.step.id)
        if times is not None:
            hands = (hands[0] + times.hands_on[0], hands[1] + times.hands_on[1])
            waiting = (waiting[0] + times.waiting[0], waiting[1] + times.waiting[1])
            if isinstance(row.step, Step) and row.step.no_return:
                no_return.append(row.step.id)
    first, last = states[0], states[-1]
    lost = tuple(loss for loss in LOSSES if first[loss] == "present" and last[loss] != "present")
    return Leg(
        move, left_behind(last), lost, hands, waiting, tuple(steps), tuple(cuts), tuple(no_return)
    )
