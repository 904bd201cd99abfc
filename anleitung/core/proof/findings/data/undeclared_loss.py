"""A wipe takes what the guide did not say would be lost, and no copy exists."""

from collections.abc import Iterator

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.repair.change_frame import declared
from anleitung.core.proof.repair.change_steps import Edit
from anleitung.core.proof.repair.edits import copied_before
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="undeclared-loss",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="loss",
    says=N_(
        "Here the phone loses {subject}, no copy was made before, and the guide does not say so."
    ),
    why=N_("Readers lose what they believed safe."),
    remedy=N_("Back up before this step, or declare the loss in the promise"),
)


def fix(compiled: Compiled, found: Found) -> Iterator[Edit]:
    if found.subject in ("apps", "media"):
        yield from copied_before(compiled, found)
    yield from declared(compiled, found)
