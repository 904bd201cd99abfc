"""Fixes: edits of a guide after which a finding is gone, held against the law before they are told.

A fix is taken only where, proved anew, none of the finding's phones runs into it any more and no
phone that had nothing to do with it gets a new stop. What was hidden behind it is named.
"""

from collections.abc import Iterator
from dataclasses import dataclass

from anleitung.core.diagrams.run import Budget
from anleitung.core.diagrams.space import Node, Space
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.check_bundle import check_bundle
from anleitung.core.guide.document import Guide
from anleitung.core.guide.walk import without_steps
from anleitung.core.proof.finding import Found, Severity
from anleitung.core.proof.findings.catalogue import BY_ID, FIXES
from anleitung.core.proof.prove import found_by
from anleitung.core.proof.repair.carried import Carried
from anleitung.core.proof.repair.change_frame import narrowed
from anleitung.core.proof.repair.change_steps import Edit
from anleitung.core.proof.run.compile import Compiled, run_bundle


@dataclass(frozen=True, slots=True)
class Fix:
    """says: the edit in words. hidden: findings that stood behind it and come out now."""

    says: str
    guide: Guide
    hidden: tuple[str, ...]


def find_fix(compiled: Compiled, found: Found) -> Fix | None:
    """The first edit that keeps the law, one that brings nothing else out before any other.

    None where none is known.
    """
    second: Fix | None = None
    for says, guide in edits_for(compiled, found):
        hidden = _kept_law(compiled, found, compiled.bundle.with_guide(guide))
        if hidden == ():
            return Fix(says, guide, hidden)
        if hidden is not None and second is None:
            second = Fix(says, guide, hidden)
    return second


def edits_for(compiled: Compiled, found: Found) -> Iterator[Edit]:
    """Candidates, not yet held against the law. Narrowing turns phones away and comes last."""
    if found.finding in FIXES:
        yield from FIXES[found.finding](compiled, found)
    if BY_ID[found.finding].severity is not Severity.NOTE:
        yield from narrowed(compiled, found)


def _kept_law(compiled: Compiled, found: Found, edited: Bundle) -> tuple[str, ...] | None:
    """None where the law is broken; else what stood behind the finding. Sets of phones are compared

    over the start facts that both procedures share: an edit adds no fact of the start.
    """
    if check_bundle(edited):
        return None
    after = run_bundle(edited, Budget())
    if not after.run.finished:
        return None
    space = compiled.procedure.space
    if [f.name for f in after.procedure.space.facts] != [f.name for f in space.facts]:
        return None
    carried = Carried(space)
    known_steps = {row.step.id for row in compiled.rows}
    passed = _rows_before(compiled, found.step)
    witnesses = space.true if found.phones is None else found.phones
    before = _stops(compiled.run.findings, space)
    hidden = []
    for each in found_by(after):
        kind = BY_ID[each.finding]
        same = (each.finding, each.subject) == (found.finding, found.subject)
        if each.phones is None or found.phones is None:
            if same and each.step == found.step:
                return None
            continue
        phones = carried(each.phones)
        if same and each.step == found.step and space.both(phones, witnesses) is not space.false:
            return None
        if kind.severity is not Severity.STOP:
            continue
        if each.step in passed:
            # All that came to the finding had come past these rows.
            known = compiled.run.findings.get((each.finding, each.subject, each.step), space.false)
            if space.minus(phones, known) is not space.false:
                return None
        had = before.get(each.finding, space.false)
        if space.minus(space.minus(phones, had), witnesses) is not space.false:
            return None
        if space.minus(phones, had) is not space.false:
            if each.step not in known_steps or _mode_of_the_edit(compiled, found, each):
                return None  # not hidden behind it, but done by the edit
            hidden.append(each.finding)
    return tuple(sorted(set(hidden)))


def _mode_of_the_edit(compiled: Compiled, found: Found, each: Found) -> bool:
    """Whether a wrong mode further on is the edit's: it is none where the row is passed over."""
    if each.finding != "wrong-mode":
        return False
    without = without_steps(compiled.bundle.guide, lambda step: step.id == found.step)
    passed = run_bundle(compiled.bundle.with_guide(without), Budget())
    return (each.finding, each.subject, each.step) not in passed.run.findings


def _rows_before(compiled: Compiled, step: str) -> set[str]:
    ids = [row.step.id for row in compiled.rows]
    return set(ids[: ids.index(step)]) if step in ids else set()


def _stops(findings: dict[tuple[str, str, str], Node], space: Space) -> dict[str, Node]:
    found: dict[str, Node] = {}
    for (finding, _subject, _step), node in findings.items():
        if BY_ID[finding].severity is Severity.STOP:
            found[finding] = space.either(found.get(finding, space.false), node)
    return found
