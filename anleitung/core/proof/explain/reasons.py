"""Why each wipe, each start and each release of a guide is there, and for which phones.

"Why three times?": what would come of the guide without the step.
"""

from collections.abc import Iterable
from dataclasses import dataclass, replace
from typing import Literal

from anleitung.core.diagrams.rerun import Before, run_again
from anleitung.core.diagrams.run import Purse
from anleitung.core.diagrams.space import FactKind
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.restart import Restart
from anleitung.core.proof.explain.trace import phones_out
from anleitung.core.proof.explain.words import subject_words
from anleitung.core.proof.finding import Severity
from anleitung.core.proof.findings.catalogue import BY_ID
from anleitung.core.proof.run.compile import Compiled

Kind = Literal["wipe", "start", "release"]
_WHAT = ("family", "build")


@dataclass(frozen=True, slots=True)
class Why:
    """says: what comes without the step. needed: anything at all comes otherwise, on any phone.

    kind: what the step does that a reader asks about. phones: kinds of phone on which something
    comes; of: kinds that come through with the step; which: the former in words, "" for all.
    """

    step: str
    kind: Kind
    says: str
    needed: bool
    phones: int
    of: int
    which: str


def find_whys(compiled: Compiled, purse: Purse | None = None) -> list[Why]:
    """In the order of the steps. Raises ValueError where the guide was not run to its end."""
    found = []
    purse = purse or Purse()
    for i, row in enumerate(compiled.rows):
        kind = _kind(compiled, i) if row.action is not None else ""
        if kind:
            found.append(_why(compiled, i, kind, purse))
    return found


def _kind(compiled: Compiled, i: int) -> Kind | Literal[""]:
    """Read off what the step does to the phones, not off what it is called."""
    row, world = compiled.rows[i], compiled.bundle.world
    before, after = compiled.run.states[i], compiled.run.states[i + 1]

    def changes(slots: Iterable[str]) -> bool:
        return any(before[slot] is not after[slot] for slot in slots if slot in before)

    if isinstance(row.action, Restart):
        return "start"
    space = compiled.procedure.space
    had = space.both(space.where(before["data.state"], "present"), compiled.run.concerned[i])
    kept = space.where(after["data.state"], "present")
    if (row.action and row.action.wants_reason) or space.minus(had, kept) is not space.false:
        return "wipe"
    written = (world.system, *world.firmware)
    parts = [name for name, part in world.contents if part.name in written]
    return "release" if changes(f"{name}.{what}" for name in parts for what in _WHAT) else ""


def _why(compiled: Compiled, i: int, what: Kind, purse: Purse) -> Why:
    procedure, space = compiled.procedure, compiled.procedure.space
    steps = (*procedure.steps[:i], *procedure.steps[i + 1 :])
    before_it = Before(procedure, compiled.run)
    run = run_again(before_it, replace(procedure, steps=steps), purse.budget())
    purse.pay(run)
    well = compiled.run.alive[-1]
    kinds = frozenset({FactKind.PHONE})
    worst = ("", "", space.false)
    # Whoever came through with the step and does not without it needs it, whatever ends them.
    every = space.minus(well, run.alive[-1]) if run.finished else space.false
    turned = {finding for _step, _how, finding in run.ended}
    for (finding, subject, _step), node in sorted(run.findings.items()):
        if BY_ID[finding].severity is not Severity.STOP and finding not in turned:
            continue
        phones = space.both(node, well)
        # A promise is judged on phones that come through; what was so with the step is no reason.
        before = compiled.run.findings.get((finding, subject, _step), space.false)
        phones = space.minus(phones, before)
        every = space.either(every, phones)
        if space.count(phones, kinds) > space.count(worst[2], kinds):
            worst = (finding, subject, phones)
    finding, subject, _phones = worst
    step = compiled.rows[i].step.id
    of = space.count(well, kinds)
    if not finding and not run.finished:
        return Why(step, what, _("Why it is there was not worked out to an end."), True, 0, of, "")
    if every is space.false:
        says = _("Without it nothing ends otherwise on any phone: it may be left out.")
        if what == "release":  # what is written is also there for what no proof looks at
            says = _("No phone that the model knows ends otherwise without it.")
        return Why(step, what, says, False, 0, of, "")
    told = phones_out(compiled, every, well)
    which = "" if told.count == of else told.words
    says = _("Without it they do not come through.")
    if finding:
        about = subject_words(compiled.bundle, BY_ID[finding].about, subject)
        says = BY_ID[finding].message(about)
    return Why(step, what, says, True, told.count, of, which)
