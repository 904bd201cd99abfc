"""A file that is made from another says something else than that one."""

from collections.abc import Iterator

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="derived-of-another-make",
    nature=Nature.DOCUMENT,
    severity=Severity.STOP,
    about="file",
    says=N_(
        "{subject} is made from another file, and its document names another "
        "release, system, variant or region than that one."
    ),
    why=N_("What is made from a file cannot be newer or for another phone than the file."),
    remedy=N_("Enter for it what is entered for the file that it is made from"),
)


def check(compiled: Compiled) -> Iterator[Found]:
    packages = compiled.bundle.world.packages
    for package in packages.values():
        source = packages.get(package.derived.source) if package.derived else None
        if source is None:
            continue
        made_for = (package.variants, package.regions) == (source.variants, source.regions)
        own, its = package.content, source.content
        same = own is None or its is None or (own.family, own.build) == (its.family, its.build)
        if not (made_for and same):
            yield Found(FINDING.id, package.id, "", None)
