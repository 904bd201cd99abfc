"""A package of the file set has no SHA-256 digest."""

from collections.abc import Iterator

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="file-without-digest",
    nature=Nature.DOCUMENT,
    severity=Severity.STOP,
    about="file",
    says=N_("{subject} has no SHA-256 digest."),
    why=N_("Without it nobody can tell the right file from one that was cut short or replaced."),
    remedy=N_("Add sha256 to the package"),
)


def check(compiled: Compiled) -> Iterator[Found]:
    # A derived file has none of its own: the bundle holds it to the file that it is made from.
    for package in compiled.bundle.world.packages.values():
        if package.sha256 is None and package.derived is None:
            yield Found(FINDING.id, package.id, "", None)
