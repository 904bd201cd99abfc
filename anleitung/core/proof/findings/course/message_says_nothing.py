"""A text that readers may see fits everything."""

from collections.abc import Iterator

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="message-says-nothing",
    nature=Nature.DOCUMENT,
    severity=Severity.WARN,
    says=N_("The text “{subject}” fits any line, so readers would take any message for it."),
    why=N_("A message called harmless without its own text makes the dangerous one harmless too."),
    remedy=N_("Give the words by which it is known"),
)


def check(compiled: Compiled) -> Iterator[Found]:
    for row in compiled.rows:
        for message in row.action.messages if row.action else ():
            if not message.says_something:
                yield Found(FINDING.id, message.text, "", None)
