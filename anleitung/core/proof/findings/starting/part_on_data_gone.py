"""A system kept a part of itself on the user data, which was made anew after it was installed."""

from collections.abc import Iterator

from anleitung.core.marked import N_
from anleitung.core.phone.actions.format_data import FormatData
from anleitung.core.phone.actions.wipe import Wipe
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.repair.change_steps import Edit, moved
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="part-on-data-gone",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    says=N_(
        "The phone hangs at boot: the system keeps a part of itself on the user data, "
        "and that is gone."
    ),
    why=N_("The data was made anew after the installation, and the part went with it."),
    remedy=N_("Format data before the installation, not after it"),
)


def fix(compiled: Compiled, found: Found) -> Iterator[Edit]:
    for row in compiled.rows:
        if isinstance(row.step, FormatData | Wipe):
            yield from moved(compiled.bundle.guide, row.step.id)
