"""A package that wants one exact build follows another leg, and nobody looks between them."""

from collections.abc import Iterator

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="no-check-between-legs",
    nature=Nature.COURSE,
    severity=Severity.WARN,
    about="file",
    says=N_(
        "{subject} wants one exact base, a leg comes before it, and nobody looks at the build "
        "between them."
    ),
    why=N_("A phone that took another update in between is caught by nothing but the installer."),
    remedy=N_("Add a check of the base before it"),
)


def check(compiled: Compiled) -> Iterator[Found]:
    """A leg: a step after which nothing is as before, with files of the set."""
    packages, run = compiled.bundle.world.packages, compiled.run
    looked = False
    after_leg = False
    for row, concerned in zip(compiled.rows, run.concerned, strict=False):
        step = row.action
        if step is None:
            continue
        looked = looked or bool((step.looks_at() or frozenset()) & {"base", "build"})
        if step.only_fetches or not step.no_return:
            continue
        for file in step.used_files():
            package = packages.get(file)
            if package is None or not package.exact_base or not after_leg or looked:
                continue
            if concerned is not compiled.procedure.space.false:
                yield Found(FINDING.id, file, step.id, concerned)
        if step.used_files():
            after_leg, looked = True, False
