"""A step changes nothing on any phone, though it is there to change something."""

from collections.abc import Iterator
from gettext import gettext as _
from typing import TYPE_CHECKING

from anleitung.core.phone.actions.charge import Charge
from anleitung.core.phone.actions.format_data import FormatData
from anleitung.core.phone.actions.remove import Remove
from anleitung.core.phone.actions.set_active import SetActive
from anleitung.core.phone.actions.switch_setting import SwitchSetting
from anleitung.core.phone.actions.wipe import Wipe
from anleitung.core.proof.finding import FindingKind, Kind, Severity
from anleitung.core.proof.rules import Found

if TYPE_CHECKING:
    from anleitung.core.proof.run.compile import Compiled

FINDING = FindingKind(
    id="changes-nothing",
    kind=Kind.COURSE,
    severity=Severity.NOTE,
    says=_("This step changes nothing on any phone that comes here."),
    why=_("Readers who skip what does nothing learn to skip."),
    remedy=_("Leave it out"),
)

# Steps that are there for their effect alone; others also show or tell something.
EFFECTS = (Charge, FormatData, Remove, SetActive, SwitchSetting, Wipe)


def check(compiled: "Compiled") -> Iterator[Found]:
    run, space = compiled.run, compiled.procedure.space
    for i, row in enumerate(compiled.rows[: len(run.concerned)]):
        if not isinstance(row.step, EFFECTS) or run.concerned[i] is space.false:
            continue
        before, after = run.states[i], run.states[i + 1]
        if run.alive[i] is run.alive[i + 1] and all(before[s] is after[s] for s in before):
            yield Found(FINDING.id, "", row.step.id, run.concerned[i])
