"""A package of the file set has no SHA-256 digest."""

from collections.abc import Iterator
from gettext import gettext as _

from anleitung.core.proof.run.compile import Compiled
from anleitung.core.proof.finding import FindingKind, Kind, Severity
from anleitung.core.proof.rules import Found

FINDING = FindingKind(
    id="file-without-digest",
    kind=Kind.DOCUMENT,
    severity=Severity.STOP,
    about="file",
    says=_("{subject} has no SHA-256 digest."),
    why=_("Without it nobody can tell the right file from one that was cut short or replaced."),
    remedy=_("Add sha256 to the package"),
)


def check(compiled: Compiled) -> Iterator[Found]:
    # A derived file has none of its own: the bundle holds it to the file that it is made from.
    for package in compiled.bundle.world.packages.values():
        if package.sha256 is None and package.derived is None:
            yield Found(FINDING.id, package.id, "", None)
