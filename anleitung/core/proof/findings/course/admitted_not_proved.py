"""Phones are admitted with a build that the catalogue does not list."""

from collections.abc import Iterator

from anleitung.core.marked import N_
from anleitung.core.phone.world import NOT_LISTED
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="admitted-not-proved",
    nature=Nature.COURSE,
    severity=Severity.NOTE,
    says=N_("These phones are admitted with a build that is not listed: no proof covers them."),
    why=N_("A build that appears later is let in without anybody having looked at it."),
    remedy=N_("Name the builds, or the oldest one, in the admission"),
)


def check(compiled: Compiled) -> Iterator[Found]:
    space = compiled.procedure.space
    for fact in ("base", "other-base"):
        if fact not in compiled.procedure.space.level_of:
            continue
        if not compiled.reads(fact):
            continue
        unlisted = space.where(space.var(fact), NOT_LISTED)
        phones = space.both(unlisted, compiled.procedure.admitted)
        if phones is not space.false:
            yield Found(FINDING.id, "", "", phones)
            return
