"""The file set holds a package that no step uses."""

from collections.abc import Iterator

from anleitung.core.guide.uses import idle_files
from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.repair.change_frame import file_out
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="file-in-no-step",
    nature=Nature.DOCUMENT,
    severity=Severity.NOTE,
    about="file",
    says=N_("No step uses {subject}."),
    why=N_("Readers download it and wonder what they have missed."),
    remedy=N_("Use it in a step, or take it out of the file set"),
)


def check(compiled: Compiled) -> Iterator[Found]:
    bundle = compiled.bundle
    for package in idle_files(bundle.guide, bundle.world.packages.values()):
        yield Found(FINDING.id, package.id, "", None)


fix = file_out
