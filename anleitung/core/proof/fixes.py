"""Fixes: edits of a guide after which a finding is gone, held against the law before they are told.

A fix is taken only where, proved anew, none of the finding's phones runs into it any more and no
phone that had nothing to do with it gets a new stop. What was hidden behind it is named.
"""

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from gettext import gettext as _
from typing import Any

from anleitung.core.conditions.model import Condition, In, Is, Not, all_of
from anleitung.core.conditions.text import print_condition
from anleitung.core.diagrams.boxes import describe
from anleitung.core.diagrams.run import Budget
from anleitung.core.diagrams.space import Node, Space
from anleitung.core.documents.base import Typed
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.document import Branch, Choose, Guide, OneStep, rows_of, with_steps
from anleitung.core.phone.actions.back_up import BackUp
from anleitung.core.phone.actions.base import Duration, Step
from anleitung.core.phone.actions.charge import Charge
from anleitung.core.phone.actions.enter_mode import EnterMode
from anleitung.core.phone.actions.flash import Flash
from anleitung.core.phone.actions.obtain import Obtain
from anleitung.core.phone.actions.remove import Remove
from anleitung.core.phone.actions.restart import Restart
from anleitung.core.phone.actions.switch_setting import SwitchSetting
from anleitung.core.proof.compile import Compiled, run_bundle
from anleitung.core.proof.finding import Severity
from anleitung.core.proof.findings import BY_ID
from anleitung.core.proof.prove import found_by
from anleitung.core.proof.rules import Found
from anleitung.core.proof.words import box_words

Edit = tuple[str, Guide]  # what it does in words, and the guide after it


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
    for says, guide in _edits(compiled, found):
        hidden = _kept_law(compiled, found, compiled.bundle.with_guide(guide))
        if hidden == ():
            return Fix(says, guide, hidden)
        if hidden is not None and second is None:
            second = Fix(says, guide, hidden)
    return second


def _edits(compiled: Compiled, found: Found) -> Iterator[Edit]:
    """Candidates, the gentlest first; narrowing the admission turns phones away and comes last."""
    guide = compiled.bundle.guide
    match found.finding:
        case "battery-low":
            yield from _inserted(compiled, found.step, Charge(action="charge", id="charge"))
        case "account-asked-for":
            step = Remove(action="remove", id="sign-out", what="account")
            yield from _inserted(compiled, found.step, step)
        case "screen-lock-left-on":
            step = Remove(action="remove", id="screen-lock-off", what="screen-lock")
            yield from _inserted(compiled, found.step, step)
        case "relock-without-way-back" | "unlock-switch-off":
            on = SwitchSetting(action="switch", id="allow", setting="unlock-switch", to="on")
            yield from _inserted(compiled, found.step, on)
        case "base-may-have-moved":
            off = SwitchSetting(action="switch", id="stay", setting="auto-update", to="off")
            yield from _inserted(compiled, found.step, off)
        case "relock-before-start":
            start = Restart(
                action="restart", id="see-start", duration=Duration(usual=(60, 360), give_up=900)
            )
            back = EnterMode(action="enter", id="back-in", mode="bootloader", by="chord")
            yield from _inserted(compiled, found.step, start, back)
        case "undeclared-loss":
            copy = BackUp(action="back-up", id="copy", what=(found.subject,), checked=True)
            yield from _inserted(compiled, found.step, copy)
        case "backup-not-checked":
            yield from _changed(guide, _("Open one of the copies"), _checks_copies, found.subject)
        case "no-give-up-time":
            yield (
                _("Give up after three times the longest usual time"),
                _with_give_up(guide, found.step),
            )
        case "changes-nothing":
            yield _("Leave the step out"), _without(guide, found.step)
        case "file-used-unchecked":
            yield from _changed(guide, _("Compare the digests"), _verifies, found.subject)
        case "base-too-old" | "below-rollback-index":
            firmware = frozenset(compiled.bundle.world.firmware)
            says = _("Write the firmware to both slots")
            yield says, with_steps(guide, lambda step: _to_both_slots(step, firmware))
    yield from _narrowed(compiled, found)


def _inserted(compiled: Compiled, before: str, *steps: Step) -> Iterator[Edit]:
    """The steps at every place of the top level before the one where it is found, latest first."""
    guide, world = compiled.bundle.guide, compiled.bundle.world
    taken = {row.step.id for row in rows_of(guide)}
    named = []
    for step in steps:
        name = next(n for n in _names(step.id) if n not in taken)
        named.append(step.model_copy(update={"id": name}))
    place = next((i for i, s in enumerate(guide.steps) if _holds(s, before)), 0)
    what = _("; then ").join(step.sentence(world) for step in steps)
    for at in range(place, -1, -1):
        says = _("Insert before step {number}: {what}").format(number=_number(guide, at), what=what)
        changed = (*guide.steps[:at], *named, *guide.steps[at:])
        yield says, guide.model_copy(update={"steps": changed})


def _names(stem: str) -> Iterator[str]:
    yield stem
    yield from (f"{stem}-{n}" for n in range(2, 2_000))


def _number(guide: Guide, at: int) -> int:
    ids = [row.step.id for row in rows_of(guide)]
    return ids.index(guide.steps[at].id) + 1


def _holds(step: OneStep, wanted: str) -> bool:
    if step.id == wanted:
        return True
    inner: list[Any] = []
    if isinstance(step, Choose):
        inner = [s for steps in step.choices.values() for s in steps]
    elif isinstance(step, Branch):
        inner = [*step.then, *step.otherwise]
    return any(_holds(each, wanted) for each in inner)


def _changed(
    guide: Guide, says: str, change: Callable[[OneStep, str], OneStep], subject: str
) -> Iterator[Edit]:
    yield says, with_steps(guide, lambda step: change(step, subject))


def _checks_copies(step: OneStep, loss: str) -> OneStep:
    if isinstance(step, BackUp) and loss in step.what:
        return step.model_copy(update={"checked": True})
    return step


def _verifies(step: OneStep, file: str) -> OneStep:
    if isinstance(step, Obtain) and file in step.files:
        return step.model_copy(update={"verify": True})
    return step


def _to_both_slots(step: OneStep, firmware: frozenset[str]) -> OneStep:
    """Only firmware: a system or a ramdisk in the other slot is nobody's wish."""
    if isinstance(step, Flash) and step.partition in firmware:
        return step.model_copy(update={"where": "both"})
    return step


def _with_give_up(guide: Guide, wanted: str) -> Guide:
    def change(step: OneStep) -> OneStep:
        if step.id != wanted or not isinstance(step, Step):
            return step
        usual = step.seconds
        return step.model_copy(
            update={"duration": Duration(usual=usual, give_up=min(max(usual[1] * 3, 60), 86_400))}
        )

    return with_steps(guide, change)


def _without(guide: Guide, wanted: str) -> Guide:
    """Raises nothing: a choice or an arm may be empty, and a guide of one step keeps it."""

    def kept(steps: tuple[OneStep, ...]) -> tuple[OneStep, ...]:
        return tuple(step for step in steps if step.id != wanted)

    def change(step: OneStep) -> OneStep:
        if isinstance(step, Choose):
            return step.model_copy(
                update={"choices": {c: kept(steps) for c, steps in step.choices.items()}}
            )
        if isinstance(step, Branch) and len(step.then) + len(step.otherwise) > 1:
            return step.model_copy(
                update={"then": kept(step.then), "otherwise": kept(step.otherwise)}
            )
        return step

    changed = with_steps(guide, change)
    steps = kept(changed.steps)
    return changed.model_copy(update={"steps": steps}) if steps else changed


def _narrowed(compiled: Compiled, found: Found) -> Iterator[Edit]:
    """Turns away exactly the phones that run into it, where they can be said in few words."""
    if found.phones is None or BY_ID[found.finding].severity is Severity.NOTE:
        return
    space, admitted = compiled.procedure.space, compiled.procedure.admitted
    boxes = describe(space, found.phones, admitted, most=2)
    known = compiled.bundle.world.vocabulary
    if not boxes.exact or not all(box and box.keys() <= known.keys() for box in boxes.boxes):
        return
    guide = compiled.bundle.guide
    condition = guide.admission.condition
    words = []
    for box in boxes.boxes:
        condition = all_of([condition, Not(all_of([_one(f, v) for f, v in box.items()]))])
        words.append(box_words(compiled.bundle, box))
    typed = Typed(condition, print_condition(condition))
    says = _("Turn these phones away: {which}").format(which=_("; or ").join(words))
    yield says, guide.model_copy(update={"admission": typed})


def _one(fact: str, values: tuple[str, ...]) -> Condition:
    return Is(fact, values[0]) if len(values) == 1 else In(fact, values)


def _kept_law(compiled: Compiled, found: Found, edited: Bundle) -> tuple[str, ...] | None:
    """None where the law is broken; else what stood behind the finding. Sets of phones are compared

    over the start facts that both procedures share: an edit adds no fact of the start.
    """
    if edited.mismatches():
        return None
    after = run_bundle(edited, Budget())
    if not after.run.finished:
        return None
    space = compiled.procedure.space
    if [f.name for f in after.procedure.space.facts] != [f.name for f in space.facts]:
        return None
    carried = _Carried(space)
    known_steps = {row.step.id for row in compiled.rows}
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
        had = before.get(each.finding, space.false)
        if space.minus(space.minus(phones, had), witnesses) is not space.false:
            return None
        if space.minus(phones, had) is not space.false:
            if each.step not in known_steps or each.finding == "wrong-mode":
                return None  # not hidden behind it, but done by the edit
            hidden.append(each.finding)
    return tuple(sorted(set(hidden)))


def _stops(findings: dict[tuple[str, str, str], Node], space: Space) -> dict[str, Node]:
    found: dict[str, Node] = {}
    for (finding, _subject, _step), node in findings.items():
        if BY_ID[finding].severity is Severity.STOP:
            found[finding] = space.either(found.get(finding, space.false), node)
    return found


class _Carried:
    """Sets of another space over the same facts, as sets of this one."""

    def __init__(self, space: Space) -> None:
        self._space = space
        self._memo: dict[Node, Node] = {}

    def __call__(self, node: Node) -> Node:
        if not node.kids:
            return self._space.leaf(node.value)
        found = self._memo.get(node)
        if found is None:
            found = self._space.mk(node.level, tuple(self(kid) for kid in node.kids))
            self._memo[node] = found
        return found
