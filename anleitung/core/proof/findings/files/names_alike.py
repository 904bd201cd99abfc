"""The names of two files differ in case only."""

from collections.abc import Iterator

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="names-alike",
    nature=Nature.DOCUMENT,
    severity=Severity.STOP,
    about="file",
    says=N_(
        "The name of {subject} differs from that of another file in upper and lower case only."
    ),
    why=N_("On many computers one of them replaces the other."),
    remedy=N_("Give one of them another name"),
)


def check(compiled: Compiled) -> Iterator[Found]:
    seen: set[str] = set()
    for package in compiled.bundle.world.packages.values():
        if package.name.casefold() in seen:
            yield Found(FINDING.id, package.id, "", None)
        seen.add(package.name.casefold())
