"""A file is put into a slot that writes other partitions than the file is for."""

from typing import Any

from anleitung.core.marked import N_
from anleitung.core.phone.actions.write_window import WriteWindow
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.repair.edits import change_step
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="file-slot-swapped",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=N_("{subject} is put into a slot that writes other partitions than it is made for."),
    why=N_("The tool writes it all the same, or stops half way."),
    remedy=N_("Put it into the slot that writes its partitions"),
)


def _slot_that_fits(compiled: Compiled, found: Found, step: Any) -> dict[str, Any]:
    tool = compiled.bundle.world.tools.get(step.tool) if isinstance(step, WriteWindow) else None
    if tool is None or tool.window is None:
        return {}
    writes = set(compiled.bundle.world.packages[found.subject].writes)
    fitting = [s.id for s in tool.window.slots if writes <= set(s.writes)]
    rest = {slot: file for slot, file in step.files.items() if file != found.subject}
    return {"files": {**rest, fitting[0]: found.subject}} if fitting else {}


fix = change_step(N_("Put it into the slot that writes its partitions"), _slot_that_fits)
