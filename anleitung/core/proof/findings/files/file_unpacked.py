"""A file was unpacked that must be used as it is."""

from collections.abc import Iterator

from anleitung.core.guide.walk import without_steps
from anleitung.core.marked import N_
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.unpack import Unpack
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.repair.change_steps import Edit
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="file-unpacked",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=N_("{subject} was unpacked, and must be used as it was downloaded."),
    why=N_("What installs it checks the whole archive."),
    remedy=N_("Leave it packed"),
)


def fix(compiled: Compiled, found: Found) -> Iterator[Edit]:
    guide = without_steps(
        compiled.bundle.guide, lambda s: isinstance(s, Unpack) and s.file == found.subject
    )
    yield _("Leave it packed"), guide
