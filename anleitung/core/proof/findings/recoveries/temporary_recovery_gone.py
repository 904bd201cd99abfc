"""A recovery that was only booted once is gone after a restart."""

from collections.abc import Iterator

from anleitung.core.marked import N_
from anleitung.core.phone.actions.boot_once import BootOnce
from anleitung.core.phone.actions.enter_mode import EnterMode
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.repair.change_steps import Edit, inserted
from anleitung.core.proof.repair.edits import IN_MODE
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="temporary-recovery-gone",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=N_(
        "The recovery that was started once is gone after a restart, and the one that runs "
        "now does not accept {subject}."
    ),
    why=N_("The phone is back in its own recovery, perhaps already wiped."),
    remedy=N_("Start the recovery once more before this step, or do not restart in between"),
)


def fix(compiled: Compiled, found: Found) -> Iterator[Edit]:
    started = [row.step for row in compiled.rows if isinstance(row.step, BootOnce)]
    for step in reversed(started):
        chord = EnterMode(action="enter", id="back-in", mode="bootloader", by="chord")
        again = step.model_copy(update={"id": "start-again"})
        yield from inserted(compiled, found.step, again)
        yield from inserted(
            compiled, found.step, chord.model_copy(update={"duration": IN_MODE}), again
        )
