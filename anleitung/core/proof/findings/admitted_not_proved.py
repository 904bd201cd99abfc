"""Phones are admitted with a build that the catalogue does not list."""

from collections.abc import Iterator
from gettext import gettext as _

from anleitung.core.phone.world import NOT_LISTED
from anleitung.core.proof.run.compile import Compiled
from anleitung.core.proof.finding import FindingKind, Kind, Severity
from anleitung.core.proof.rules import Found

FINDING = FindingKind(
    id="admitted-not-proved",
    kind=Kind.COURSE,
    severity=Severity.NOTE,
    says=_("These phones are admitted with a build that is not listed: no proof covers them."),
    why=_("A build that appears later is let in without anybody having looked at it."),
    remedy=_("Name the builds, or the oldest one, in the admission"),
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
