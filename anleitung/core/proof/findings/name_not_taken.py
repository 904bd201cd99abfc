"""A file has a name that a tool of the guide cannot take."""

from collections.abc import Iterator
from gettext import gettext as _
from typing import TYPE_CHECKING

from anleitung.core.proof.finding import FindingKind, Kind, Severity
from anleitung.core.proof.rules import Found

if TYPE_CHECKING:
    from anleitung.core.proof.run.compile import Compiled

FINDING = FindingKind(
    id="name-not-taken",
    kind=Kind.DOCUMENT,
    severity=Severity.STOP,
    about="file",
    says=_("The name of {subject} holds a sign that a tool of the guide cannot take."),
    why=_("The command fails, or takes the half of the name for another file."),
    remedy=_("Give the file a fixed name without that sign"),
)


def check(compiled: "Compiled") -> Iterator[Found]:
    signs = "".join(tool.refuses_signs for tool in compiled.bundle.world.tools.values())
    for package in compiled.bundle.world.packages.values():
        name = package.naming.fixed or package.name
        if any(sign in name for sign in signs):
            yield Found(FINDING.id, package.id, "", None)
