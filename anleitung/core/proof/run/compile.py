"""A bundle as a procedure over the space of its start phones."""

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from functools import partial

from anleitung.core.conditions.model import Condition, Evaluated
from anleitung.core.conditions.text import print_condition
from anleitung.core.diagrams.run import (
    Budget,
    BudgetSpent,
    CompiledStep,
    DiagramAlgebra,
    Procedure,
    Run,
    State,
    run_all,
)
from anleitung.core.diagrams.space import Fact, FactKind, Node, Space
from anleitung.core.documents.base import Typed
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.nested import Nested, OneStep
from anleitung.core.guide.walk import Row, rows_of
from anleitung.core.phone.actions import Step
from anleitung.core.phone.actions.answer import let_time_pass
from anleitung.core.phone.entry import check_start, judge_left, judge_other_slot
from anleitung.core.phone.facts import impossible_starts, kept_options, start_facts
from anleitung.core.phone.own_facts import start_of_own
from anleitung.core.phone.sight import require_seen
from anleitung.core.phone.start import damaged_state, start_state
from anleitung.core.phone.take import take_step
from anleitung.core.phone.world import AS_BASE, OWN_RECOVERY, Phone, World

END = "end"  # the step id of what is judged after the last step


@dataclass(slots=True)
class Compiled:
    """A bundle ready to run, and its run. rows[i] is the i-th step; promises come after them.

    possible: the phones that can exist, once they were asked for (starts_of).
    """

    bundle: Bundle
    rows: tuple[Row, ...]
    procedure: Procedure
    run: Run
    possible: Node | None = None

    def reads(self, fact: str) -> bool:
        """Whether anything in the run told phones apart by this fact."""
        space = self.procedure.space
        level = space.level_of[fact]
        # What makes a start impossible tells phones apart before anything is run.
        usual = space.true
        for name, value in _USUAL.items():
            if name in space.level_of:
                usual = space.both(usual, space.where(space.var(name), value))
        return any(
            level in space.support(space.both(node, usual))
            for node in (self.procedure.admitted, *self.run.findings.values(), *self.run.alive)
        )


# What says which starts there are, on a phone of which nothing of it is so.
_USUAL = {"system-build": AS_BASE, "update": "none", "stood-recovery": OWN_RECOVERY}


def compile_bundle(bundle: Bundle) -> tuple[tuple[Row, ...], Procedure]:
    """The flattened rows, and the procedure that runs them and then judges the promises."""
    world = bundle.world
    rows = rows_of(bundle.guide)
    space = Space(facts_of(bundle, rows))
    start = start_state(space, world, answered_in(rows))
    if world.hanging:
        start = damaged_state(space, world, start)
    admission = world.formula(bundle.guide.admission.condition)
    first: tuple[CompiledStep, ...] = ()
    try:
        if world.has_two_slots:
            start = {**start, "other.stood": _other_slot_stood(space, start, world)}
        possible = possible_starts(space, start, world)
    except BudgetSpent:
        # Which phones there are was not worked out: nothing is claimed of any, and no step is run.
        possible, first = space.true, (CompiledStep(rows[0].step.id, _spent),)
    admits = space.where(admission.over(DiagramAlgebra(space, start.__getitem__)), True)
    steps = (*first, *steps_of(bundle, rows))
    return rows, Procedure(space, start, space.both(admits, possible), steps)


def facts_of(bundle: Bundle, rows: tuple[Row, ...]) -> list[Fact]:
    """Everything in which two phones can differ at the start of this guide, in its fixed order."""
    world = bundle.world
    facts = start_facts(
        bundle.device,
        bundle.placed,
        bundle.options,
        world.programs.values(),
        world.tools.values(),
        world.hanging,
        world.parted,
        world.standing,
    )
    return [*facts, *start_of_own(world.own), *_kept(world), *_oracles(rows)]


def answered_in(rows: tuple[Row, ...]) -> list[str]:
    """The slots of the state that hold what a reader answers on the way."""
    return [r.step.slot for r in rows if isinstance(r.step, Nested) and _is_asked(r.step)]


def steps_of(bundle: Bundle, rows: tuple[Row, ...]) -> list[CompiledStep]:
    """The steps, then what is judged at the end; they run from any state that has their slots."""
    world = bundle.world
    steps = [CompiledStep(row.step.id, _act(row.step, world), row.guards) for row in rows]
    if bundle.device.questions:
        steps.append(CompiledStep(END, partial(let_time_pass, world=world)))
    steps.append(CompiledStep(END, partial(judge_left, world=world)))
    steps += [
        CompiledStep(END, partial(_judge, promise=p.condition, world=world))
        for p in bundle.guide.promise.holds
    ]
    return steps


def _spent(phone: Phone) -> None:
    raise BudgetSpent


def _kept(world: World) -> Iterator[Fact]:
    """One hidden fact for every switch that stands as somebody left it."""
    for owner, option in kept_options(world.programs.values(), world.tools.values()):
        yield Fact(f"kept.{owner}.{option}", ("off", "on"), "off", 1, FactKind.ORACLE)


def _oracles(rows: tuple[Row, ...]) -> Iterator[Fact]:
    """One hidden fact for everything that a step by hand leaves unknown."""
    for row in rows:
        for name, values in row.action.hidden_facts() if row.action else ():
            yield Fact(name, values, values[0], 1, FactKind.ORACLE)


def _other_slot_stood(space: Space, start: State, world: World) -> Node:
    """Whether the other slot would start before the first step, for every thinkable phone."""
    return _before_all(space, start, judge_other_slot, world).states[-1]["other.stood"]


def possible_starts(space: Space, start: State, world: World) -> Node:
    """The phones that run their system before the first step, as a guide takes for granted.

    The entry rules say which: a locked phone on a foreign system, for one, does not exist. Where
    the guide admits phones that hang, those count too which would start but for their damage.
    Raises BudgetSpent.
    """
    if not world.hanging:
        return _starting(space, start, world)
    sound = _starting(space, start_state(space, world, ()), world)
    whole = space.where(space.var("damaged"), "none")
    hanging = space.minus(space.minus(sound, whole), _starting(space, start, world))
    return space.either(space.both(sound, whole), hanging)


# Who starts is asked before a guide is run and after; what the run remembers does not count here.
_FOR_STARTS = Budget(reads=2_000_000, memos=10**9, nodes=10**9)


def _starting(space: Space, start: State, world: World) -> Node:
    return _before_all(space, start, _must_start, world).alive[-1]


def _before_all(space: Space, start: State, judge: Callable[..., None], world: World) -> Run:
    """One judgement of every thinkable phone. Raises BudgetSpent: half of it would be a guess."""
    step = CompiledStep("start", partial(judge, world=world))
    thinkable = space.minus(space.true, impossible_starts(space, world.device, world.order))
    run = run_all(Procedure(space, start, thinkable, (step,)), _FOR_STARTS)
    if not run.finished:
        raise BudgetSpent
    return run


def starts_of(compiled: Compiled) -> Node:
    """The phones that can exist; all that can be thought of where the run was not finished."""
    procedure = compiled.procedure
    if compiled.possible is None:
        try:
            world = compiled.bundle.world
            compiled.possible = possible_starts(procedure.space, procedure.start, world)
        except BudgetSpent:
            compiled.possible = procedure.space.true
    return compiled.possible


def run_bundle(bundle: Bundle, budget: Budget) -> Compiled:
    rows, procedure = compile_bundle(bundle)
    return Compiled(bundle, rows, procedure, run_all(procedure, budget))


def _act(step: OneStep, world: World) -> Callable[[Phone], None]:
    if not isinstance(step, Nested):
        return partial(_run_step, step=step, world=world)
    if step.sorts():
        asked_of = [(answer, when, world.formula(when.condition)) for answer, when in step.sorts()]
        return partial(_sort, step=step, asked=asked_of, world=world)
    asked = step.decides()
    if asked is None:
        return _nothing
    formula = world.formula(asked.condition)
    return partial(_ask, slot=step.slot, formula=formula, asked=asked, world=world)


def _run_step(phone: Phone, *, step: Step, world: World) -> None:
    take_step(phone, step, world)


def _must_start(phone: Phone, *, world: World) -> None:
    refusal = check_start(phone, world)
    if refusal is not None:
        phone.end(refusal.how, refusal.finding, refusal.subject)


def _nothing(phone: Phone) -> None:
    """A choice changes nothing by itself: the option is a fact of the start."""


def _ask(phone: Phone, *, slot: str, formula: Evaluated, asked: Typed, world: World) -> None:
    require_seen(phone, world, asked)
    phone.store(slot, formula)
    if phone.is_(slot, None):
        phone.stop("branch-not-decided", str(asked))


def _is_asked(step: Nested) -> bool:
    """Whether the phone decides which arm is read."""
    return step.decides() is not None or bool(step.sorts())


def _sort(
    phone: Phone, *, step: Nested, asked: list[tuple[str, Typed, Evaluated]], world: World
) -> None:
    """Of each phone exactly one answer is so; it is kept, and the steps in it ask for it."""
    so: list[str] = []
    for answer, when, formula in asked:
        require_seen(phone, world, when)
        truth = phone.truth(formula)
        if truth is None:
            phone.stop("branch-not-decided", str(when))
        if truth:
            so.append(answer)
    if not so:
        phone.stop("no-case", step.id)
    if len(so) > 1:
        phone.stop("two-cases", ", ".join(so))
    phone.set(step.slot, so[0])


def _judge(phone: Phone, *, promise: Condition, world: World) -> None:
    kept = phone.truth(world.formula(promise))
    if kept is None:
        phone.find("promise-not-decided", print_condition(promise))
    elif not kept:
        phone.find("promise-not-kept", print_condition(promise))
