"""An image goes to a partition that is not for it."""

from collections.abc import Iterator

from anleitung.core.guide.nested import OneStep
from anleitung.core.guide.walk import map_steps
from anleitung.core.marked import N_
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.flash import Flash
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.repair.change_steps import Edit
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="image-for-another-partition",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    about="partition",
    says=N_("This kind of image does not belong in {subject} on this codename."),
    why=N_("Where the first ramdisk stands differs from one generation to the next."),
    remedy=N_("Flash it to the partition that holds it on this codename"),
)


_HOMES = {"kernel": "boot", "system": "system", "firmware": "firmware"}


def fix(compiled: Compiled, found: Found) -> Iterator[Edit]:
    world = compiled.bundle.world

    def change(step: OneStep) -> OneStep:
        if step.id != found.step or not isinstance(step, Flash):
            return step
        role = world.packages[step.file].role
        home = world.recovery_home if role == "recovery" else world.first_ramdisk
        if role not in ("recovery", "ramdisk", "root"):
            same = [p.name for p in world.device.layout.partitions if p.role == _HOMES.get(role)]
            home = same[0] if same else step.partition
        return step.model_copy(update={"partition": home})

    yield _("Write it where it belongs"), map_steps(compiled.bundle.guide, change)
