"""Where a file belongs: by what its document says, else by its name, else by its kind."""

import re
from collections.abc import Mapping

from anleitung.core.documents.layout import Partition, Role
from anleitung.core.documents.package import Package
from anleitung.core.phone.world import Phone, World

# What an image of this role is for, where that is one partition.
_BELONGS: Mapping[str, tuple[Role, ...]] = {
    "kernel": ("boot",),
    "ramdisk": ("ramdisk", "boot"),
    "root": ("ramdisk", "boot"),
    "recovery": ("recovery", "ramdisk", "boot"),
    "system": ("system", "extra"),
    "firmware": ("firmware",),
}


def require_place(phone: Phone, world: World, package: Package, parts: tuple[str, ...]) -> None:
    """An image goes where its document says, else where its name says, else where its kind goes."""
    for name in parts:
        partition = world.device.layout.named(name)
        if partition is None:
            phone.stop("no-such-partition", name)
        if partition.role == "unique":
            continue
        if package.writes:
            # One image is of one kind; a pack of several holds one of each.
            kind = _BELONGS.get(package.role) if len(package.writes) == 1 else None
            if name not in package.writes or (kind and partition.role not in kind):
                phone.stop("image-for-another-partition", name)
            continue
        could = tuple(p for p in world.device.layout.partitions if _takes(world, p, package))
        if partition not in could:
            phone.stop("image-for-another-partition", name)
        named = [p.name for p in could if _names(package, p.name)]
        if named and name not in named:
            phone.stop("image-for-another-partition", name)
        if len(could) > 1 and not named:
            phone.find("place-not-told", package.id)


def _names(package: Package, partition: str) -> bool:
    """Does the file say by its name where it belongs, as images usually do?"""
    words = re.split(r"[^a-z0-9]+", f"{package.id} {package.name}".lower())
    return set(re.split(r"[^a-z0-9]+", partition.lower())) <= set(words)


def _takes(world: World, partition: Partition, package: Package) -> bool:
    """An image of the first ramdisk goes where this generation has its first ramdisk."""
    roles = _BELONGS.get(package.role)
    if roles is None:
        return partition.role != "unique"
    if package.role in ("ramdisk", "root"):
        return partition.name == world.first_ramdisk
    if package.role == "recovery":
        return partition.name == world.recovery_home
    return partition.role in roles


def home_of(world: World, package: Package) -> tuple[str, ...]:
    """Where a file goes by what it says and is; none where that is not told."""
    if package.writes:
        return tuple(n for n in package.writes if world.device.layout.named(n) is not None)
    could = [p.name for p in world.device.layout.partitions if _takes(world, p, package)]
    named = [name for name in could if _names(package, name)]
    found = named or could
    return tuple(found) if len(found) == 1 else ()
