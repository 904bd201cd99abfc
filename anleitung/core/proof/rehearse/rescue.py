"""Does a rescue guide start from where a reader hangs? It is run from there, on the same phones."""

from dataclasses import dataclass, field

from anleitung.core.diagrams.run import Budget, DiagramAlgebra, Procedure, State, run_all
from anleitung.core.diagrams.space import FactKind, Node
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.document import Guide
from anleitung.core.guide.walk import actions_of, rows_of
from anleitung.core.marked import gettext as _
from anleitung.core.phone.clauses import STUCK
from anleitung.core.proof.explain.trace import phones_out
from anleitung.core.proof.explain.words import subject_words
from anleitung.core.proof.finding import Severity
from anleitung.core.proof.findings.catalogue import BY_ID
from anleitung.core.proof.run.compile import Compiled, compile_bundle

_KINDS = frozenset({FactKind.PHONE})


@dataclass(frozen=True, slots=True)
class WayBack:
    """rescued: kinds of phone that hang after the step and come through the rescue guide, whatever

    they chose before and however what is hidden turns out; of: all that come to the step. why: what
    keeps the most of the others, "" for none; who: which phones those are, "" for all of them.
    left: the phones that are not led back, in the space of the guide; None where nothing was run.
    """

    step: str
    guide: str
    rescued: int
    of: int
    why: str
    who: str = ""
    left: Node | None = field(default=None, repr=False, compare=False)


def prove_way_back(compiled: Compiled, step: str, rescue: Bundle) -> WayBack:
    """The phones hang after the step: they show nothing, and their cable is still in.

    Raises ValueError where the guide was not run that far, or the rescue is for another codename.
    """
    if rescue.device.codename != compiled.bundle.device.codename:
        raise ValueError("a rescue guide is for the same codename")
    place = next(i for i, row in enumerate(compiled.rows) if row.step.id == step)
    run, space = compiled.run, compiled.procedure.space
    if len(run.alive) <= place + 1:
        raise ValueError(f"the guide was not run to {step}")
    hanging = space.both(run.concerned[place], run.alive[place + 1])
    state = _hung(compiled, run.states[place + 1], rescue)
    algebra = DiagramAlgebra(space, state.__getitem__)
    admits = rescue.world.formula(rescue.guide.admission.condition).over(algebra)
    admitted = space.both(hanging, space.where(admits, True))
    _rows, own = compile_bundle(rescue)
    after = run_all(Procedure(space, state, admitted, own.steps), Budget())
    ill = space.false
    for (finding, _subject, _at), phones in after.findings.items():
        if finding in ("promise-not-kept", "promise-not-decided"):
            ill = space.either(ill, phones)
    rescued = space.minus(after.alive[-1], ill) if after.finished else space.false
    left = space.minus(hanging, rescued)
    return WayBack(
        step=step,
        guide=rescue.guide.id,
        rescued=space.count(hanging, _KINDS) - space.count(left, _KINDS),
        of=space.count(hanging, _KINDS),
        why=_why(rescue, space.minus(hanging, admitted), hanging, after.findings, compiled),
        who=phones_out(compiled, left, hanging).words,
        left=left,
    )


def _hung(compiled: Compiled, state: State, rescue: Bundle) -> State:
    """The state in this guide's space, with what only the rescue guide knows as it usually is."""
    space = compiled.procedure.space
    _rows, own = compile_bundle(rescue)
    usual = {fact.name: fact.default for fact in own.space.facts}
    added = {
        slot: space.leaf(own.space.at(node, usual))
        for slot, node in own.start.items()
        if slot not in state
    }
    return {**added, **state, "mode": space.leaf(STUCK), "running": space.leaf("none")}


def _why(
    rescue: Bundle,
    refused: Node,
    hanging: Node,
    findings: dict[tuple[str, str, str], Node],
    compiled: Compiled,
) -> str:
    space = compiled.procedure.space
    if hanging is space.false:
        return ""
    worst, most = "", 0
    for (finding, subject, at), phones in sorted(findings.items()):
        kind = BY_ID[finding]
        count = space.count(space.both(phones, hanging), _KINDS)
        if kind.severity is Severity.STOP and count > most:
            about = subject_words(rescue, kind.about, subject)
            number = next(
                (i for i, s in enumerate(_steps(rescue), 1) if s == at),
                0,
            )
            says = kind.message(about)
            worst = _("at its step {number}: {says}").format(number=number, says=says)
            most = count
    if space.count(refused, _KINDS) > most:
        return _("its admission does not let them in")
    return worst


def _steps(rescue: Bundle) -> list[str]:
    return [row.step.id for row in rows_of(rescue.guide)]


def ways_named_in(guide: Guide) -> list[tuple[str, str]]:
    """(step, rescue guide) of every step that names one."""
    return [(step.id, step.way_back) for step in actions_of(guide) if step.way_back]
