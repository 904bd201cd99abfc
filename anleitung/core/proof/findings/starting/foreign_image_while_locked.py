"""A locked bootloader finds an image that the maker did not sign."""

from collections.abc import Iterator

from anleitung.core.guide.walk import without_steps
from anleitung.core.marked import N_
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.enroll_key import EnrollKey
from anleitung.core.phone.actions.relock import Relock
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.repair.change_steps import Edit, inserted
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="foreign-image-while-locked",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="partition",
    says=N_(
        "The bootloader is locked and refuses to start, because {subject} is not signed by "
        "the maker."
    ),
    why=N_("Nothing starts, and a locked bootloader cannot be written to."),
    remedy=N_("Do not lock over a foreign system"),
)


def fix(compiled: Compiled, found: Found) -> Iterator[Edit]:
    """The own key that signed it, where one is at hand; else the phone stays open."""
    for package in compiled.bundle.world.packages.values():
        if package.role == "key":
            step = EnrollKey(action="enroll-key", id="enrol", file=package.id)
            yield from inserted(compiled, found.step, step)
    guide = without_steps(compiled.bundle.guide, lambda step: isinstance(step, Relock))
    yield _("Leave the phone unlocked"), guide
