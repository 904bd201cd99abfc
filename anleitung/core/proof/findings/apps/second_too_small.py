"""The room for the second system is smaller than what goes in."""

from collections.abc import Iterator

from anleitung.core.guide.nested import OneStep
from anleitung.core.guide.walk import map_steps
from anleitung.core.marked import N_
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.second import Second, proposed_room
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.repair.change_steps import Edit
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="second-too-small",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="file",
    says=N_("The room that was made is smaller than {subject} unpacked."),
    why=N_("It stops half way, and the room must be made again."),
    remedy=N_("Make it larger"),
)


def fix(compiled: Compiled, found: Found) -> Iterator[Edit]:
    """A fifth more than what goes in is unpacked, in whole hundreds of megabytes."""
    package = compiled.bundle.world.packages[found.subject]
    size = proposed_room(package.unpacked_size or package.size)

    def change(step: OneStep) -> OneStep:
        if isinstance(step, Second) and step.does == "create":
            return step.model_copy(update={"size": size})
        return step

    says = _("Make {size} MB of room").format(size=f"{size // 1_000_000:,}")
    yield says, map_steps(compiled.bundle.guide, change)
