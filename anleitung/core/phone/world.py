"""What stays the same while a guide runs: the codename, its builds, the files, what is declared."""

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from functools import cached_property

from anleitung.core.conditions.model import Condition, Evaluated, Order, Vocabulary
from anleitung.core.diagrams.subject import Subject
from anleitung.core.documents.build import Build
from anleitung.core.documents.device import Device
from anleitung.core.documents.layout import Partition
from anleitung.core.documents.own_fact import OwnFact
from anleitung.core.documents.package import Package
from anleitung.core.documents.program import Program
from anleitung.core.documents.tool import Tool

NOT_LISTED = "not-listed"  # a build that the catalogue does not hold: admitted, never proved
# Words of the model hold a space where an id of a document could be: no id can be one of them.
OTHER_SYSTEM_BUILD = "not named"
ANY_VARIANT = "any variant"
ANY_RECOVERY = "any recovery"  # user data that was not made anew, or that any recovery may make
EMPTY = "no content"  # the family of a partition that was wiped
NO_NEED = "no need"
NO_PLATFORM = "not known"
OWN_RECOVERY = "that of the system"
UNCHANGED = "as made"
AS_BASE = "that of the firmware"  # the build of the maker's system, as long as nobody parted them
HUNG_BEFORE = "written, and did not start before"  # of a slot

LOSSES = ("apps", "media")  # what a wipe takes: apps with their settings; photos and files
# What else a guide may cost: its slot, and the value that it has while it is not lost.
SIDE_LOSSES = {"root": "present", "warranty": "intact", "protected-content": "full"}
COPIES = (*LOSSES, "unique")  # what copies are made of; unique: calibration and identity

Phone = Subject


@dataclass(frozen=True, eq=False)
class World:
    """declared: the losses that the guide announces, and on which phones; options: choice → its

    possible answers; kept_by: (loss, slot of an option, the choice that says it keeps it);
    hanging: phones count too that hang at the start; parted: and those whose system of the maker is
    of another release than their firmware; standing: and those on which another recovery stands
    than the one of their system; at_hand: what readers were told to have;
    own: the facts that documents declare, by their name in conditions.
    """

    device: Device
    builds: tuple[Build, ...]
    packages: Mapping[str, Package]
    options: Mapping[str, tuple[str, ...]]
    declared: Mapping[str, Condition]
    order: Order
    vocabulary: Vocabulary
    programs: Mapping[str, Program] = field(default_factory=dict)
    tools: Mapping[str, Tool] = field(default_factory=dict)
    kept_by: tuple[tuple[str, str, str], ...] = ()
    hanging: bool = False
    parted: bool = False
    standing: bool = False
    at_hand: tuple[str, ...] = ()
    own: Mapping[str, OwnFact] = field(default_factory=dict)

    @cached_property
    def recoveries(self) -> tuple[Program, ...]:
        return tuple(p for p in self.programs.values() if p.kind == "recovery")

    @cached_property
    def apps(self) -> tuple[Program, ...]:
        return tuple(p for p in self.programs.values() if p.is_app)

    @cached_property
    def mountable(self) -> tuple[str, ...]:
        """The partitions that some package of the set wants mounted."""
        return tuple(sorted({p for f in self.packages.values() for p in f.needs_mounted}))

    @cached_property
    def firmware(self) -> tuple[str, ...]:
        return tuple(p.name for p in self.device.layout.with_role("firmware"))

    @cached_property
    def of_system(self) -> tuple[Partition, ...]:
        """The partitions that must come from one system for it to start."""
        return self.device.layout.with_role("boot", "ramdisk", "extra")

    @cached_property
    def system(self) -> str:
        return self.device.layout.with_role("system")[0].name

    @cached_property
    def sides(self) -> tuple[str, ...]:
        """The running slot, and the other one where the phone has two."""
        return ("cur", "other") if self.has_two_slots else ("cur",)

    @cached_property
    def has_two_slots(self) -> bool:
        return self.device.layout.slots == "dual"

    @cached_property
    def contents(self) -> tuple[tuple[str, Partition], ...]:
        """(where, partition) of everything that stands on the phone; what stands once, once."""
        return tuple(
            (f"{side}.{part.name}", part)
            for side in self.sides
            for part in self.device.layout.partitions
            if side == "cur" or not part.once
        )

    def where(self, side: str, part: Partition) -> str:
        """The slot under which a partition of one side stands in the state."""
        return f"cur.{part.name}" if part.once else f"{side}.{part.name}"

    def stands(self, side: str, name: str) -> str:
        """As ``where``, for the name of a partition."""
        part = self.device.layout.named(name)
        return f"cur.{name}" if part is not None and part.once else f"{side}.{name}"

    @cached_property
    def kernel(self) -> str:
        return self.device.layout.with_role("boot")[0].name

    @cached_property
    def listed(self) -> frozenset[str]:
        return frozenset(b.build for b in self.builds)

    @cached_property
    def with_needs(self) -> frozenset[str]:
        """The files that say themselves what must stand beside what they write."""
        return frozenset(
            p.id for p in self.packages.values() if p.content and p.content.needs is not None
        )

    @cached_property
    def recovery_home(self) -> str:
        """The partition whose image decides which recovery the phone enters."""
        found = self.device.layout.with_role("recovery")
        return found[0].name if found else self.first_ramdisk

    @cached_property
    def has_userspace(self) -> bool:
        """Whether inner partitions are written in a mode of their own."""
        return any(m.mode == "userspace" for m in self.device.modes)

    @cached_property
    def modes(self) -> frozenset[str]:
        """The modes of the phone; a codename that lists none is taken for one with the usual."""
        return frozenset(m.mode for m in self.device.modes) or frozenset({"bootloader", "recovery"})

    @cached_property
    def indexes(self) -> Mapping[str, int]:
        """Build → rollback index, for the builds that are listed."""
        return {b.build: b.rollback_index for b in self.builds}

    @cached_property
    def first_ramdisk(self) -> str:
        """The partition whose image holds the first ramdisk."""
        return self.device.layout.first_ramdisk.name

    def slot_of_loss(self, loss: str) -> str:
        """Where it stands whether something is lost."""
        return f"cur.{self.first_ramdisk}.root" if loss == "root" else loss

    @cached_property
    def whole(self) -> tuple[tuple[str, str, str], ...]:
        """Of everything that a guide may cost: the loss, its slot, and what that holds before."""
        kept = {**dict.fromkeys(LOSSES, "present"), **SIDE_LOSSES}
        return tuple((loss, self.slot_of_loss(loss), value) for loss, value in kept.items())

    def formula(self, condition: Condition) -> Evaluated:
        return Evaluated(condition, self.vocabulary)

    def formula_on(self, side: str, condition: Condition) -> Evaluated:
        """The condition on what stands on one side, though the phone runs from the other."""
        return self.formula(condition) if side == "cur" else Evaluated(condition, self._beside)

    @cached_property
    def _beside(self) -> Vocabulary:
        twice = {name for name, _part in self.contents}

        def moved(slot: str) -> str:
            part = slot.split(".")[1] if slot.startswith("cur.") else ""
            return f"other.{slot[4:]}" if f"other.{part}" in twice else slot

        return {
            name: replace(term, here=tuple(map(moved, term.here)))
            for name, term in self.vocabulary.items()
        }

    def file_name(self, file: str) -> str:
        package = self.packages.get(file)
        return package.name if package else file


def build_order(builds: tuple[Build, ...]) -> Order:
    return Order({b.build: b.place for b in builds})
