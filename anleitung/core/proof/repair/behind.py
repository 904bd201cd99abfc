"""What stands behind an open question or a stop that no phone gets past.

It is put right in thought, one row after the other: by what leads furthest of all that an open
question could mean, by the edit that the catalogue knows for a stop, else the row is passed over.
What is found then is no finding of the guide as it stands, so it always comes with what was
supposed.
"""

from collections.abc import Callable
from dataclasses import dataclass

from anleitung.core.diagrams.run import Budget
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.check_bundle import check_bundle
from anleitung.core.guide.document import Guide
from anleitung.core.guide.nested import OneStep
from anleitung.core.guide.open_question import OpenQuestion
from anleitung.core.guide.walk import map_steps, rows_of, without_steps
from anleitung.core.marked import gettext as _
from anleitung.core.proof.explain.words import sentence_of
from anleitung.core.proof.finding import Found, Severity
from anleitung.core.proof.findings.catalogue import BY_ID
from anleitung.core.proof.prove import found_by, report
from anleitung.core.proof.repair.change_steps import Edit
from anleitung.core.proof.repair.find_fix import edits_for, find_fix
from anleitung.core.proof.result import FindingOut
from anleitung.core.proof.run.compile import END, Compiled, run_bundle

MOST = 10
_SAID = (Severity.STOP.value, Severity.WARN.value)
# They say that it ends there, which is what was put right.
_ENDS = frozenset({"nobody-arrives", "open-question"})


@dataclass(frozen=True, slots=True)
class Behind:
    """supposed: what was put right in thought, in order; findings: stops and warnings at rows of

    the guide that it does not have as it stands; to_end: some phone came to the end then.
    """

    supposed: tuple[str, ...]
    findings: tuple[FindingOut, ...]
    to_end: bool


def find_behind(
    compiled: Compiled, tick: Callable[[int, int], None] = lambda done, of: None
) -> Behind | None:
    """None where some phone comes to the end as it is, nobody comes in, or nothing is known.

    tick: told how many rows were put right, of how many at most; may raise to stop.
    """
    if not nobody_arrives(compiled):
        return None
    rows = {row.step.id: number for number, row in enumerate(rows_of(compiled.bundle.guide), 1)}
    now = compiled
    supposed: list[str] = []
    stages: list[list[FindingOut]] = []
    tried: set[tuple[str, str, str]] = set()
    while now.run.finished and len(supposed) < MOST:
        row = _row_of_the_last(now)
        if row is None:
            break
        tick(len(supposed), MOST)
        says, then = _put_right(now, row, rows, tried)
        if then is None:
            break
        if supposed and row.id in rows:
            # What is put right as well was found there, behind the first row.
            stages.append([each for each in report(now).findings if each.step == row.id])
        supposed.append(says)
        now = then
    if not supposed or not now.run.finished:
        return None
    had = {_key(found) for found in report(compiled).findings}
    came = [found for each in stages for found in each if _key(found) not in had]
    last = [found for found in report(now).findings if found.step in rows or found.step == END]
    came += [found for found in last if _key(found) not in had]
    told = {_key(f): f for f in came if f.severity in _SAID and f.id not in _ENDS}
    findings = sorted(told.values(), key=lambda f: rows.get(f.step, len(rows) + 1))
    return Behind(tuple(supposed), tuple(findings), not nobody_arrives(now))


def _key(found: FindingOut) -> tuple[str, str, str]:
    return (found.id, found.subject, found.step)


def nobody_arrives(compiled: Compiled) -> bool:
    """Phones come in, and none of them comes to the end. Only of a run that is finished."""
    nobody = compiled.procedure.space.false
    alive = compiled.run.alive
    return alive[0] is not nobody and alive[-1] is nobody


def _row_of_the_last(compiled: Compiled) -> OneStep | None:
    """The row that no phone comes past, None where some come to the end."""
    nobody = compiled.procedure.space.false
    alive = compiled.run.alive
    steps = {row.step.id: row.step for row in compiled.rows}
    for place, step in enumerate(compiled.procedure.steps):
        if alive[place + 1] is nobody:
            return steps.get(step.id)
    return None


def _put_right(
    compiled: Compiled, row: OneStep, numbers: dict[str, int], tried: set[tuple[str, str, str]]
) -> tuple[str, Compiled | None]:
    """tried: findings that were put right before; what comes back is not put right again."""
    bundle = compiled.bundle
    number = numbers.get(row.id)
    which = _("step {number}").format(number=number) if number else sentence_of(row, bundle)
    if isinstance(row, OpenQuestion):
        meant = [pick.does.model_copy(update={"id": row.id}) for pick in row.picks]
        ways = [(step, _run(bundle, _with(bundle.guide, step))) for step in meant]
        known = [(step, then) for step, then in ways if then is not None]
        if known:
            step, then = max(known, key=lambda way: _how_far(way[1]))
            return _("{which} read as: {does}").format(
                which=which, does=sentence_of(step, bundle)
            ), then
    else:
        for found in found_by(compiled):
            mark = (found.finding, found.subject, found.step)
            stops = BY_ID[found.finding].severity is Severity.STOP
            if found.step != row.id or not stops or found.finding in _ENDS or mark in tried:
                continue
            tried.add(mark)
            righted = _righted(compiled, found)
            if righted is not None:
                edit, then = righted
                return _words(bundle, edit, which), then
    passed = without_steps(bundle.guide, lambda step: step.id == row.id)
    return _("{which} left out").format(which=which), _run(bundle, passed)


def _righted(compiled: Compiled, found: Found) -> tuple[Edit, Compiled] | None:
    """The fix; else the first edit after which this is not found, whatever comes out then."""
    bundle = compiled.bundle
    fix = find_fix(compiled, found)
    if fix is not None:
        return (fix.says, fix.guide), run_bundle(bundle.with_guide(fix.guide), Budget())
    for says, guide in edits_for(compiled, found):
        if guide.admission != bundle.guide.admission:
            continue  # they are not to be turned away, but to come further
        then = _run(bundle, guide)
        if then is None or not then.run.finished:
            continue
        if (found.finding, found.subject, found.step) not in then.run.findings:
            return (says, guide), then
    return None


def _words(bundle: Bundle, edit: Edit, which: str) -> str:
    """Numbers are those of the guide as it stands, which those of the edit are not."""
    says, guide = edit
    there = {row.step.id for row in rows_of(bundle.guide)}
    after = rows_of(guide)
    new = [row.step for row in after if row.step.id not in there]
    if not new or there - {row.step.id for row in after}:
        return _("{which}: {says}").format(which=which, says=says)
    does = _("; then ").join(sentence_of(step, bundle) for step in new)
    return _("before {which}: {does}").format(which=which, does=does)


def _with(guide: Guide, step: OneStep) -> Guide:
    return map_steps(guide, lambda each: step if each.id == step.id else each)


def _run(bundle: Bundle, guide: Guide) -> Compiled | None:
    edited = bundle.with_guide(guide)
    return None if guide == bundle.guide or check_bundle(edited) else run_bundle(edited, Budget())


def _how_far(compiled: Compiled) -> int:
    """Rows that some phone comes past."""
    nobody = compiled.procedure.space.false
    return sum(alive is not nobody for alive in compiled.run.alive)
