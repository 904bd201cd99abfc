"""A message names one cause, and the catalogue knows more."""

from collections.abc import Iterator
from gettext import gettext as _
from typing import TYPE_CHECKING

from anleitung.core.proof.finding import FindingKind, Kind, Severity
from anleitung.core.proof.findings.message_not_told import known_messages
from anleitung.core.proof.rules import Found

if TYPE_CHECKING:
    from anleitung.core.proof.run.compile import Compiled

FINDING = FindingKind(
    id="more-causes-known",
    kind=Kind.COURSE,
    severity=Severity.NOTE,
    says=_("For “{subject}” the step names fewer causes than are known."),
    why=_("Who does not have that one cause believes the phone is broken."),
    remedy=_("Add the other causes"),
)


def check(compiled: "Compiled") -> Iterator[Found]:
    for step, known, phones in known_messages(compiled):
        for told in step.messages:
            if told.fits(known.text) and len(told.causes) < len(known.causes):
                yield Found(FINDING.id, known.text, step.id, phones)
