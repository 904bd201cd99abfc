"""A part of the head of the guide was typed and could not be read."""

from collections.abc import Iterator

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="head-unread",
    nature=Nature.DOCUMENT,
    severity=Severity.STOP,
    says=N_("The head is open here ({subject}). The proof still covers what stood there before."),
    why=N_("The author means something else than what is proved here."),
    remedy=N_("Write it, take what is offered, or say that what stands there is right"),
    final=True,
)


_MOST = 120  # characters of what was typed; the head itself shows all of it


def check(compiled: Compiled) -> Iterator[Found]:
    for each in compiled.bundle.guide.unread:
        text = each.text if len(each.text) <= _MOST else f"{each.text[:_MOST]}…"
        yield Found(FINDING.id, f"{each.where}: {text}", "", None)
