"""A text that readers may see fits everything."""

from collections.abc import Iterator
from gettext import gettext as _
from typing import TYPE_CHECKING

from anleitung.core.phone.actions import Step
from anleitung.core.proof.finding import FindingKind, Kind, Severity
from anleitung.core.proof.rules import Found

if TYPE_CHECKING:
    from anleitung.core.proof.run.compile import Compiled

FINDING = FindingKind(
    id="message-says-nothing",
    kind=Kind.DOCUMENT,
    severity=Severity.WARN,
    says=_("The text “{subject}” fits any line, so readers would take any message for it."),
    why=_("A message called harmless without its own text makes the dangerous one harmless too."),
    remedy=_("Give the words by which it is known"),
)


def check(compiled: "Compiled") -> Iterator[Found]:
    for row in compiled.rows:
        for message in row.step.messages if isinstance(row.step, Step) else ():
            if not message.says_something:
                yield Found(FINDING.id, message.text, "", None)
