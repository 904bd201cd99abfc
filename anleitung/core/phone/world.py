"""What stays the same while a guide runs: the codename, its builds, the files, what is declared."""

from collections.abc import Mapping
from dataclasses import dataclass

from anleitung.core.conditions.model import Condition, Evaluated, Order, Vocabulary
from anleitung.core.diagrams.subject import Subject
from anleitung.core.documents.build import Build
from anleitung.core.documents.device import Device
from anleitung.core.documents.layout import Partition
from anleitung.core.documents.package import Package

# Raised whenever the same documents can give another proof, its words included: proofs are kept.
MODEL_VERSION = "1"

NOT_LISTED = "not-listed"  # a build that the catalogue does not hold: admitted, never proved
OTHER_SYSTEM_BUILD = "other-system"
ANY_VARIANT = "any"
NO_NEED = "none"
NO_PLATFORM = "not-known"

LOSSES = ("apps", "media")  # what a wipe takes: apps with their settings; photos and files

Phone = Subject


@dataclass(frozen=True, eq=False)
class World:
    """declared: the losses that the guide announces; options: choice → its possible answers."""

    device: Device
    builds: tuple[Build, ...]
    packages: Mapping[str, Package]
    options: Mapping[str, tuple[str, ...]]
    declared: frozenset[str]
    order: Order
    vocabulary: Vocabulary

    @property
    def firmware(self) -> tuple[str, ...]:
        return tuple(p.name for p in self.device.layout.with_role("firmware"))

    @property
    def of_system(self) -> tuple[Partition, ...]:
        """The partitions that must come from one system for it to start."""
        return self.device.layout.with_role("boot", "ramdisk", "extra")

    @property
    def system(self) -> str:
        return self.device.layout.with_role("system")[0].name

    @property
    def first_ramdisk(self) -> str:
        """The partition whose image decides which recovery the phone enters."""
        return self.device.layout.first_ramdisk.name

    def formula(self, condition: Condition) -> Evaluated:
        return Evaluated(condition, self.vocabulary)

    def file_name(self, file: str) -> str:
        package = self.packages.get(file)
        return package.name if package else file


def build_order(builds: tuple[Build, ...]) -> Order:
    return Order({b.build: b.place for b in builds})
