"""The choices of an option side by side: what each of them does, and which one is advised."""

from dataclasses import dataclass

from anleitung.core.diagrams.space import FactKind, Node
from anleitung.core.guide.document import Option
from anleitung.core.guide.times import times_with
from anleitung.core.guide.walk import rows_of
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import LOSS_WORDS, and_list
from anleitung.core.phone.world import LOSSES, SIDE_LOSSES
from anleitung.core.proof.finding import Severity
from anleitung.core.proof.findings.catalogue import BY_ID
from anleitung.core.proof.run.compile import Compiled

_KINDS = frozenset({FactKind.PHONE})
_WHOLE = {**dict.fromkeys(LOSSES, "present"), **SIDE_LOSSES}


@dataclass(frozen=True, slots=True)
class Outcome:
    """What one choice comes to, on all admitted phones that may make it.

    admitted, well: kinds of phone that may choose it, and that come through; loses: what any of
    them loses; seconds: least and most; warnings: findings that are no stop.
    """

    choice: str
    says: str
    admitted: int
    well: int
    loses: tuple[str, ...]
    seconds: tuple[int, int]
    steps: int
    warnings: int


@dataclass(frozen=True, slots=True)
class Compared:
    """advised: the choice that the program would take on the phone asked about, and why.

    said: what the author says beside it, "" for nothing.
    """

    option: str
    ask: str
    outcomes: tuple[Outcome, ...]
    advised: str
    why: str
    said: str


def compare_choices(compiled: Compiled, phones: Node | None = None) -> list[Compared]:
    """phones: those asked about, all admitted ones where None. In the order of the options."""
    guide = compiled.bundle.guide
    within = compiled.procedure.admitted if phones is None else phones
    return [_compare(compiled, option, within) for option in guide.options]


def _compare(compiled: Compiled, option: Option, within: Node) -> Compared:
    outcomes = tuple(_outcome(compiled, option, c.id, c.says, within) for c in option.choices)
    possible = [o for o in outcomes if o.admitted]
    advised, why = "", ""
    if possible:
        best = min(possible, key=_badness)
        others = [o for o in possible if o is not best]
        advised, why = best.choice, _reason(best, others)
    return Compared(option.id, option.ask, outcomes, advised, why, option.advice or "")


def _badness(outcome: Outcome) -> tuple[int, int, int, int]:
    """Phones that do not come through weigh most, then what is lost, warnings, and time."""
    fails = outcome.admitted - outcome.well
    return (fails, len(outcome.loses), outcome.warnings, outcome.seconds[1])


def _reason(best: Outcome, others: list[Outcome]) -> str:
    if not others:
        return _("it is the only one for this phone")
    if any(o.admitted - o.well > best.admitted - best.well for o in others):
        return _("more phones come through with it")
    if any(len(o.loses) > len(best.loses) for o in others):
        spared = sorted({loss for o in others for loss in o.loses} - set(best.loses))
        return _("it spares {what}").format(what=and_list([LOSS_WORDS[s] for s in spared]))
    if any(o.warnings > best.warnings for o in others):
        return _("less can go wrong with it")
    if any(o.seconds[1] > best.seconds[1] for o in others):
        return _("it takes less time, and nothing else tells them apart")
    return _("nothing that the model knows tells them apart")


def _outcome(compiled: Compiled, option: Option, choice: str, says: str, within: Node) -> Outcome:
    space, run = compiled.procedure.space, compiled.run
    made = space.both(within, space.where(space.var(f"option.{option.id}"), choice))
    made = space.both(made, compiled.procedure.admitted)
    well = space.both(made, run.alive[-1])
    loses = []
    for loss, whole in _WHOLE.items():
        slot = compiled.bundle.world.slot_of_loss(loss)
        had = space.both(well, space.where(run.states[0][slot], whole))
        if space.minus(had, space.where(run.states[-1][slot], whole)) is not space.false:
            loses.append(loss)
    warnings = sum(
        space.both(node, made) is not space.false
        for (finding, _subject, _step), node in run.findings.items()
        if BY_ID[finding].severity is Severity.WARN
    )
    return Outcome(
        choice=choice,
        says=says,
        admitted=space.count(made, _KINDS),
        well=space.count(well, _KINDS),
        loses=tuple(loses),
        seconds=times_with(compiled.bundle.guide, option.id, choice).whole,
        steps=_steps_of(compiled, f"option.{option.id}", choice),
        warnings=warnings,
    )


def _steps_of(compiled: Compiled, slot: str, choice: str) -> int:
    """The steps that are read with the choice, those of the others left out."""
    return sum(
        row.action is not None
        and not any(s == slot and wanted != choice for s, wanted in row.guards)
        for row in rows_of(compiled.bundle.guide)
    )
