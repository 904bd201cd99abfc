"""A file has a name that a tool of the guide cannot take."""

from collections.abc import Iterator

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="name-not-taken",
    nature=Nature.DOCUMENT,
    severity=Severity.STOP,
    about="file",
    says=N_("The name of {subject} holds a sign that a tool of the guide cannot take."),
    why=N_("The command fails, or takes the half of the name for another file."),
    remedy=N_("Give the file a fixed name without that sign"),
)


def check(compiled: Compiled) -> Iterator[Found]:
    signs = "".join(tool.refuses_signs for tool in compiled.bundle.world.tools.values())
    for package in compiled.bundle.world.packages.values():
        name = package.naming.fixed or package.name
        if any(sign in name for sign in signs):
            yield Found(FINDING.id, package.id, "", None)
