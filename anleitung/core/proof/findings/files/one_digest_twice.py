"""Two files of the set have the same digest."""

from collections.abc import Iterator

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="one-digest-twice",
    nature=Nature.DOCUMENT,
    severity=Severity.STOP,
    about="file",
    says=N_(
        "{subject} has the same digest as another file of the set, and is said "
        "to hold something else."
    ),
    why=N_(
        "One of the two was entered wrongly, and readers compare a digest that "
        "does not belong to their file."
    ),
    remedy=N_("Enter the digest of each file from its own source"),
)


def check(compiled: Compiled) -> Iterator[Found]:
    seen: dict[str, str] = {}
    for package in compiled.bundle.world.packages.values():
        if package.sha256 is not None and package.sha256 in seen:
            yield Found(FINDING.id, package.id, "", None)
        elif package.sha256 is not None:
            seen[package.sha256] = package.id
