"""An edit of what a guide is for one codename, as an edit of the guide for several.

What comes out is taken only where it is the very same for that codename, and brings no new stop or
warning on the others. Where the edit does others no harm it is theirs as well; else it is put
behind a branch on the codename.
"""

from collections.abc import Iterator
from difflib import SequenceMatcher
from typing import Any

from anleitung.core.conditions.model import Condition, Is, Not, all_of, any_of
from anleitung.core.conditions.text import print_condition
from anleitung.core.documents.base import Typed
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.check_bundle import check_bundle
from anleitung.core.guide.document import Guide, Loss, Promise
from anleitung.core.guide.for_codename import CODENAME
from anleitung.core.guide.nested import Branch, Nested, OneStep, Steps
from anleitung.core.guide.walk import map_steps, rows_of, without_steps
from anleitung.core.marked import gettext as _
from anleitung.core.proof.prove import prove
from anleitung.core.proof.result import ProofOut


def lift(whole: Bundle, codename: str, after: Guide) -> Guide | None:
    """after: what the guide is to be for the codename. None where no way is known."""
    before = whole.for_codename(codename).guide
    for alone in (False, True):
        lifted = _lifted(whole, codename, before, after, alone=alone)
        if lifted is None:
            continue
        edited = whole.with_guide(lifted)
        if check_bundle(edited) or edited.for_codename(codename).guide != after:
            continue
        others = [c for c in whole.codenames if c != codename]
        if all(_no_worse(whole.for_codename(c), edited.for_codename(c)) for c in others):
            return lifted
    return None


def _no_worse(before: Bundle, after: Bundle) -> bool:
    if before.fingerprint == after.fingerprint:
        return True
    old, new = prove(before), prove(after)
    return new.finished and _harms(new) <= _harms(old)


def _harms(proof: ProofOut) -> set[tuple[str, str, str]]:
    return {(f.id, f.subject, f.step) for f in proof.findings if f.severity != "note"}


def _lifted(
    whole: Bundle, codename: str, before: Guide, after: Guide, *, alone: bool
) -> Guide | None:
    guide = _with_frame(whole.guide, codename, before, after, alone=alone)
    old, new = {r.step.id: r.step for r in rows_of(before)}, [r.step for r in rows_of(after)]
    stays = _in_place(list(old), [step.id for step in new])
    guide = without_steps(guide, lambda step: step.id in old and step.id not in stays)
    changed = {s.id: s for s in new if s.id in stays and not isinstance(s, Nested)}
    guide = map_steps(guide, lambda step: changed.get(step.id, step))
    taken = {row.step.id for row in rows_of(whole.guide)}
    for run, first, last in _runs(after.steps, stays):
        put: Steps = run
        if alone:
            put = (_only_for(whole, codename, run, taken),)
        found = _put(guide.steps, put, before=first, after=last)
        if found is None:
            return None
        guide = guide.model_copy(update={"steps": found})
    return guide


def _in_place(old: list[str], new: list[str]) -> set[str]:
    """Ids of the steps that neither came, went nor moved."""
    blocks = SequenceMatcher(None, old, new, autojunk=False).get_matching_blocks()
    return {name for block in blocks for name in old[block.a : block.a + block.size]}


def _runs(steps: Steps, stays: set[str]) -> Iterator[tuple[Steps, str, str]]:
    """Steps that are put in side by side, with the ids of what stands after and before them."""
    run: list[OneStep] = []
    last = ""
    for step in (*steps, None):
        if step is not None and step.id not in stays:
            run.append(step)
            continue
        if run:
            yield tuple(run), step.id if step else "", last
            run = []
        if step is not None:
            last = step.id
            if isinstance(step, Nested) and not step.made:
                for inner in step.lists().values():
                    yield from _runs(inner, stays)


def _put(steps: Steps, run: Steps, *, before: str, after: str) -> Steps | None:
    """Before the one or after the other of two steps, in whichever list they stand."""
    for i, step in enumerate(steps):
        if step.id == before:
            return (*steps[:i], *run, *steps[i:])
        if not before and step.id == after:
            return (*steps[: i + 1], *run, *steps[i + 1 :])
        if not isinstance(step, Nested):
            continue
        for at, inner in step.lists().items():
            found = _put(inner, run, before=before, after=after)
            if found is not None:
                holder = step.with_lists({**step.lists(), at: found})
                return (*steps[:i], holder, *steps[i + 1 :])
    return None


def _only_for(whole: Bundle, codename: str, run: Steps, taken: set[str]) -> Branch:
    name = next(n for n in _names(f"only-{codename}") if n not in taken)
    taken.add(name)
    device = whole.for_codename(codename).device
    return Branch(
        action="branch",
        id=name,
        on=_typed(Is(CODENAME, codename)),
        ask=_("Is it a {names}?").format(names=_(" or ").join(device.market_names))[:200],
        then=run,
    )


def _names(stem: str) -> Iterator[str]:
    yield stem
    yield from (f"{stem}-{n}" for n in range(2, 2_000))


def _with_frame(guide: Guide, codename: str, before: Guide, after: Guide, *, alone: bool) -> Guide:
    """Everything but the steps. What cannot be said of one codename is said of all."""
    change: dict[str, Any] = {}
    for name in set(Guide.model_fields) - {"steps", "codename", "also_for"}:
        old, new = getattr(before, name), getattr(after, name)
        if old == new:
            continue
        if name == "admission":
            mine, others = Is(CODENAME, codename), Not(Is(CODENAME, codename))
            admitted = any_of(
                [
                    all_of([mine, new.condition]),
                    all_of([others, guide.admission.condition]),
                ]
            )
            change[name] = _typed(admitted)
        elif name == "files":
            kept = [f for f in guide.files if f in new or f not in old]
            change[name] = (*kept, *(f for f in new if f not in kept))
        elif name == "promise":
            change[name] = _promise(guide.promise, codename, old, new, alone=alone)
        else:
            change[name] = new
    return guide.model_copy(update=change) if change else guide


def _promise(whole: Promise, codename: str, old: Promise, new: Promise, *, alone: bool) -> Promise:
    """Only what is named as lost besides."""
    more = [e for e in new.loses if e not in old.loses]
    if alone:
        mine = _typed(Is(CODENAME, codename))
        more = [Loss(what=e, when=mine) if isinstance(e, str) else e for e in more]
    return whole.model_copy(update={"loses": (*whole.loses, *more)})


def _typed(condition: Condition) -> Typed:
    return Typed(condition, print_condition(condition))
