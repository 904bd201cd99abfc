"""The file set holds a package that no step uses."""

from collections.abc import Iterator
from gettext import gettext as _

from anleitung.core.guide.uses import idle_files
from anleitung.core.proof.run.compile import Compiled
from anleitung.core.proof.finding import FindingKind, Kind, Severity
from anleitung.core.proof.rules import Found

FINDING = FindingKind(
    id="file-in-no-step",
    kind=Kind.DOCUMENT,
    severity=Severity.NOTE,
    about="file",
    says=_("No step uses {subject}."),
    why=_("Readers download it and wonder what they have missed."),
    remedy=_("Use it in a step, or take it out of the file set"),
)


def check(compiled: Compiled) -> Iterator[Found]:
    bundle = compiled.bundle
    for package in idle_files(bundle.guide, bundle.world.packages.values()):
        yield Found(FINDING.id, package.id, "", None)
