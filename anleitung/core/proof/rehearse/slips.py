"""Single slips: every one mistake that a reader may make on a guide, tried on all phones."""

from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace
from functools import partial

from anleitung.core.diagrams.rerun import Before, run_again
from anleitung.core.diagrams.run import CompiledStep, Procedure, Purse
from anleitung.core.diagrams.space import Node, Space
from anleitung.core.diagrams.witness import find_witness
from anleitung.core.guide.nested import Nested, UsePassage
from anleitung.core.guide.walk import Row
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions import Step
from anleitung.core.phone.boot import start_system
from anleitung.core.phone.clauses import DEAD, STUCK
from anleitung.core.phone.demands import leave_temporary
from anleitung.core.phone.take import question_at, take_step
from anleitung.core.phone.world import Phone, World
from anleitung.core.proof.explain.words import subject_words, witness_words
from anleitung.core.proof.finding import Severity
from anleitung.core.proof.findings.catalogue import BY_ID
from anleitung.core.proof.run.compile import Compiled

LOST = "lost"
# What a slip may do, the worst first.
HARMS = (DEAD, LOST, STUCK)


@dataclass(frozen=True, slots=True)
class Slip:
    """One mistake: the steps of the procedure as they are then. at: where it is made (0 first)."""

    kind: str
    at: int
    says: str
    steps: tuple[CompiledStep, ...]


@dataclass(frozen=True, slots=True)
class Harm:
    """What a slip does: the phone dies, hangs, or loses what was not said to be lost.

    index: of the slip among all of the guide; step: id of the step at which it is made; where: at
    which step the harm is done. facts: in what the nearest phone differs from the usual one.
    """

    index: int
    how: str
    step: str
    slip: str
    finding: str
    where: str
    says: str
    witness: str
    facts: dict[str, str]
    phones: Node


def find_slips(compiled: Compiled) -> list[Slip]:
    """Every single slip, in the order of the steps; the promises are judged after them."""
    return [slip for i in range(len(compiled.rows)) for slip in _at(compiled, i)]


@dataclass(frozen=True, slots=True)
class Tried:
    """The harm that slips do, the worst first. untried: how many were not tried to an end."""

    harms: list[Harm]
    tried: int
    untried: int


def try_slips(
    compiled: Compiled,
    purse: Purse | None = None,
    *,
    tick: Callable[[int, int], None] = lambda done, total: None,
) -> Tried:
    """Every single slip on the phones that came through without it, within what the purse holds.

    tick: told how many of how many were tried; what it raises ends the trying.

    Raises ValueError where the guide itself was not run to its end.
    """
    before = Before(compiled.procedure, compiled.run)
    found = []
    slips = find_slips(compiled)
    purse, untried = purse or Purse(), 0
    for index, slip in enumerate(slips):
        tick(index, len(slips))
        edited = replace(compiled.procedure, steps=slip.steps)
        run = run_again(before, edited, purse.budget())
        purse.pay(run)
        if not run.finished:
            untried += 1
        harm = _harm(compiled, slip, edited, run.ended, run.findings)
        if harm is not None:
            found.append(replace(harm, index=index))
    place = {row.step.id: i for i, row in enumerate(compiled.rows)}
    worst_first = sorted(found, key=lambda h: (HARMS.index(h.how), place[h.step], h.slip))
    return Tried(worst_first, len(slips) - untried, untried)


def _at(compiled: Compiled, i: int) -> Iterator[Slip]:
    rows, steps = compiled.rows, compiled.procedure.steps
    world = compiled.bundle.world
    row, step = rows[i], steps[i]

    def slip(kind: str, says: str, *new: CompiledStep, upto: int = i + 1) -> Slip:
        return Slip(kind, i, says, (*steps[:i], *new, *steps[upto:]))

    def acting(act: Callable[[Phone], None]) -> CompiledStep:
        return CompiledStep(step.id, act, step.guards)

    own = row.step
    if isinstance(own, Nested):
        if own.decides() is not None:
            says = _("the question is answered the wrong way")
            yield slip("answer", says, step, _flips(step, own))
        elif own.slot:
            yield from _other_choice(compiled, i, own, slip)
        return
    yield slip("skip", _("this step is left out"))
    yield slip("repeat", _("this step is done twice"), step, step)
    # Where a passage begins nothing is done: what comes next is its first step.
    n = next((n for n in range(i + 1, len(rows)) if not isinstance(rows[n].step, UsePassage)), 0)
    if n and rows[n].action is not None and rows[n].guards == row.guards:
        says = _("this step and the next are done the other way round")
        yield slip("swap", says, steps[n], *steps[i + 1 : n], step, upto=n + 1)
    for says, other in own.done_otherwise(world):
        yield slip("other", says, acting(partial(_run, step=other, world=world)))
    question = question_at(own, world)
    for answer in question.answers if question else ():
        if answer.id != (own.answered or question.usual):  # type: ignore[union-attr]
            says = _("“{answer}” is answered instead").format(answer=answer.says)
            told = own.model_copy(update={"answered": answer.id})
            yield slip("other", says, acting(partial(_run, step=told, world=world)))
    if own.chord_to() is not None:
        says = _("the keys come too late, and the system starts instead")
        yield slip("key-window", says, acting(partial(_too_late, world=world)))
    if own.can_be_cut:
        for place in own.cut_places(world):
            says = _("the writing of {place} is interrupted, and the phone goes off").format(
                place=place.rpartition("/")[2]
            )
            act = partial(_interrupted, step=own, world=world, place=place)
            yield slip("interrupted", says, acting(act))
    elif own.waits:
        says = _("the phone is switched off while it works, and on again")
        yield slip("given-up", says, acting(partial(_given_up, step=own, world=world)))


def _run(phone: Phone, *, step: Step, world: World) -> None:
    take_step(phone, step, world)


def _flips(step: CompiledStep, branch: Nested) -> CompiledStep:
    return CompiledStep(step.id, partial(_flip, slot=branch.slot), step.guards)


def _flip(phone: Phone, *, slot: str) -> None:
    phone.map(_not, slot, slot)


def _not(answer: bool) -> bool:
    return not answer


def _other_choice(
    compiled: Compiled, i: int, own: Nested, slip: Callable[..., Slip]
) -> Iterator[Slip]:
    """The steps of another choice are done than the one that the reader means."""
    step = compiled.procedure.steps[i]
    for choice, told in own.answers(compiled.bundle.guide):
        act = partial(_set, slot=own.slot, value=choice)
        says = _("the steps of “{choice}” are done by those who meant another").format(choice=told)
        yield slip("choice", says, step, CompiledStep(step.id, act, step.guards))


def _set(phone: Phone, *, slot: str, value: str) -> None:
    phone.set(slot, value)


def _too_late(phone: Phone, *, world: World) -> None:
    leave_temporary(phone, world)
    start_system(phone, world)


def _interrupted(phone: Phone, *, step: Step, world: World, place: str) -> None:
    """The reader starts the phone after the writing was cut."""
    step.cut_short(phone, world, place)
    _too_late(phone, world=world)


def _given_up(phone: Phone, *, step: Step, world: World) -> None:
    take_step(phone, step, world)
    _too_late(phone, world=world)


def _harm(
    compiled: Compiled,
    slip: Slip,
    edited: Procedure,
    ended: dict[tuple[str, str, str], Node],
    findings: dict[tuple[str, str, str], Node],
) -> Harm | None:
    """The worst of it, on phones that come to a good end without the slip."""
    space = compiled.procedure.space
    well = compiled.run.alive[-1]
    for how in HARMS:
        hits: list[tuple[str, str, Node]] = []
        for (where, end, finding), node in ended.items():
            if end == how:
                hits.append((finding, where, node))
        # A loss is found and the phone lives on, and so is what is left behind at the end.
        found_so = {LOST: "undeclared-loss", STUCK: "left-not-starting"}.get(how)
        for (finding, _about, where), node in findings.items():
            if finding == found_so:
                hits.append((finding, where, node))
        for finding, where, node in sorted(hits, key=lambda h: (h[1], h[0])):
            phones = _new_to(space, compiled, node, well, finding)
            if phones is not space.false:
                subject = _subject(space, findings, finding, where, phones)
                return _told(compiled, slip, (how, finding, where, subject), phones)
    return None


def _new_to(space: Space, compiled: Compiled, node: Node, well: Node, finding: str) -> Node:
    phones = space.both(node, well)
    if finding in ("undeclared-loss", "left-not-starting"):
        for (known, _about, _step), had in compiled.run.findings.items():
            if known == finding:
                phones = space.minus(phones, had)
    return phones


def _subject(
    space: Space,
    findings: dict[tuple[str, str, str], Node],
    finding: str,
    where: str,
    phones: Node,
) -> str:
    """What the finding is about on these phones; the first by name where there are several."""
    return min(
        subject
        for (found, subject, at), node in findings.items()
        if found == finding and at == where and space.both(node, phones) is not space.false
    )


def _told(compiled: Compiled, slip: Slip, what: tuple[str, str, str, str], phones: Node) -> Harm:
    how, finding, where, subject = what
    kind = BY_ID[finding]
    assert kind.severity is Severity.STOP
    nearest = find_witness(compiled.procedure.space, phones)
    assert nearest is not None
    about = subject_words(compiled.bundle, kind.about, subject)
    return Harm(
        index=-1,
        how=how,
        step=compiled.rows[slip.at].step.id,
        slip=slip.says,
        finding=finding,
        where=where,
        says=kind.message(about),
        witness=witness_words(compiled.bundle, nearest),
        facts=dict(nearest.differs),
        phones=phones,
    )


def worst_at(harms: list[Harm], rows: tuple[Row, ...]) -> dict[str, Harm]:
    """For each step, the worst that one slip there does."""
    found: dict[str, Harm] = {}
    for harm in harms:
        found.setdefault(harm.step, harm)
    return {row.step.id: found[row.step.id] for row in rows if row.step.id in found}
