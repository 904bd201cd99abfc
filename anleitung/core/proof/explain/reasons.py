"""Why each wipe and each restart of a guide is there: what would come of it without the step."""

from dataclasses import dataclass, replace
from gettext import gettext as _

from anleitung.core.diagrams.rerun import Before, run_again
from anleitung.core.diagrams.run import Purse
from anleitung.core.diagrams.space import FactKind
from anleitung.core.proof.explain.words import subject_words
from anleitung.core.proof.finding import Severity
from anleitung.core.proof.findings.catalogue import BY_ID
from anleitung.core.proof.run.compile import Compiled


@dataclass(frozen=True, slots=True)
class Why:
    """says: what comes without the step. needed: anything at all comes otherwise, on any phone.

    phones: kinds of phone on which it does; of: kinds that come through with the step.
    """

    step: str
    says: str
    needed: bool
    phones: int
    of: int


def find_whys(compiled: Compiled, purse: Purse | None = None) -> list[Why]:
    """In the order of the steps. Raises ValueError where the guide was not run to its end."""
    found = []
    purse = purse or Purse()
    for i, row in enumerate(compiled.rows):
        if row.action is not None and row.action.wants_reason:
            found.append(_why(compiled, i, purse))
    return found


def _why(compiled: Compiled, i: int, purse: Purse) -> Why:
    procedure, space = compiled.procedure, compiled.procedure.space
    steps = (*procedure.steps[:i], *procedure.steps[i + 1 :])
    before_it = Before(procedure, compiled.run)
    run = run_again(before_it, replace(procedure, steps=steps), purse.budget())
    purse.pay(run)
    well = compiled.run.alive[-1]
    kinds = frozenset({FactKind.PHONE})
    worst = ("", "", space.false)
    for (finding, subject, _step), node in sorted(run.findings.items()):
        if BY_ID[finding].severity is not Severity.STOP:
            continue
        phones = space.both(node, well)
        # A promise is judged on phones that come through; what was so with the step is no reason.
        before = compiled.run.findings.get((finding, subject, _step), space.false)
        phones = space.minus(phones, before)
        if space.count(phones, kinds) > space.count(worst[2], kinds):
            worst = (finding, subject, phones)
    finding, subject, phones = worst
    step = compiled.rows[i].step.id
    of = space.count(well, kinds)
    if not finding and not run.finished:
        return Why(step, _("Why it is there was not worked out to an end."), True, 0, of)
    if not finding:
        says = _("Without it nothing ends otherwise on any phone: it may be left out.")
        return Why(step, says, False, 0, of)
    kind = BY_ID[finding]
    about = subject_words(compiled.bundle, kind.about, subject)
    return Why(step, kind.message(about), True, space.count(phones, kinds), of)
