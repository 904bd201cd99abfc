"""A recovery writes itself over the root that was just installed."""

from typing import Any

from anleitung.core.marked import N_
from anleitung.core.phone.actions.install import Install
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.repair.edits import change_step
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="root-overwritten",
    nature=Nature.CONSEQUENCE,
    severity=Severity.WARN,
    says=N_("Here the recovery writes itself over the root that was installed before."),
    why=N_("Root is gone at the next start, and the reader installs it again and again."),
    remedy=N_("Turn the switch of the recovery off, or install root after it"),
)


def _recovery_kept_off(compiled: Compiled, found: Found, step: Any) -> dict[str, Any]:
    if not isinstance(step, Install):
        return {}
    off = {
        o.id: "off"
        for p in compiled.bundle.world.recoveries
        for o in p.options
        if o.effect == "installs-itself"
    }
    return {"options": {**step.options, **off}}


fix = change_step(N_("Keep the recovery from installing itself"), _recovery_kept_off)
