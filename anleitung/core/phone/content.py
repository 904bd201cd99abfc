"""What stands in a partition is one record. Each of its fields is declared here, once.

A field says what an empty partition holds, what a write and an add-on bring, and what stands there
before the first step. Writing, wiping, changing slots and the start of the state go by this table.
"""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from anleitung.core.diagrams.space import Node, Space, Value
from anleitung.core.documents.layout import Partition
from anleitung.core.documents.package import Content, Package
from anleitung.core.phone.world import (
    ANY_RECOVERY,
    ANY_VARIANT,
    EMPTY,
    NO_NEED,
    NO_PLATFORM,
    UNCHANGED,
    Phone,
    World,
)


@dataclass(frozen=True, slots=True)
class Began:
    """One partition before the first step. base, release, platform, own_recovery: as diagrams;

    of_system: it changes with the system; rooted: root stands in it.
    """

    space: Space
    world: World
    part: Partition
    of_system: bool
    system: Node
    is_stock: Node
    base: Node
    build: Node
    platform: Node
    own_recovery: Node
    root: Node

    def leaf(self, value: Value) -> Node:
        return self.space.leaf(value)


Applies = Callable[[World, Partition], bool]


@dataclass(frozen=True, slots=True)
class ContentField:
    """added: what an add-on makes of it, None where it stays as it was."""

    name: str
    empty: Value
    written: Callable[[Package, Content], Value]
    at_start: Callable[[Began], Node]
    applies: Applies = lambda world, part: True
    added: Callable[[Package], Value | None] = lambda package: None


def _of_system(world: World, part: Partition) -> bool:
    return part.role == "system"


def _of_first_ramdisk(world: World, part: Partition) -> bool:
    return part.name == world.first_ramdisk


def _of_recovery(world: World, part: Partition) -> bool:
    return part.name == world.recovery_home


def _signer_at_start(began: Began) -> Node:
    """A foreign system is not signed by the maker, and whoever put root in broke the signature."""
    if not began.of_system:
        return began.leaf("maker")
    space, other = began.space, began.leaf("other")
    signer = space.ite(began.is_stock, began.leaf("maker"), other)
    return space.ite(space.where(began.root, "present"), other, signer)


def _changed_at_start(began: Began) -> Node:
    rooted = began.space.where(began.root, "present")
    return began.space.ite(rooted, began.leaf("root"), began.leaf(UNCHANGED))


def _signer_with_add_on(package: Package) -> Value | None:
    """What is put in beside a signed image breaks its signature."""
    signed = package.content is not None and package.content.signer == "maker"
    return None if signed else "other"


def _changed_by(package: Package, content: Content) -> Value:
    if content.root is not None:
        return content.root
    patched = package.derived is not None and package.derived.made == "patched"
    return package.id if patched else UNCHANGED


def _forces_at_start(began: Began) -> Node:
    forces = "yes" if began.world.device.stock.encrypts_data else "no"
    return began.space.ite(began.is_stock, began.leaf(forces), began.leaf("no"))


def _recovery_written(package: Package, content: Content) -> Value:
    """What says nothing of its recovery still brings the one of its system."""
    if content.recovery is not None or package.role == "recovery":
        return content.recovery or "none"
    return "stock" if content.family == "stock" else f"of-{content.family}"


FIELDS: tuple[ContentField, ...] = (
    ContentField(
        "family",
        EMPTY,
        lambda package, content: content.family,
        lambda began: began.system if began.of_system else began.leaf("stock"),
    ),
    ContentField(
        "build",
        EMPTY,
        lambda package, content: content.build,
        lambda began: began.build,
    ),
    ContentField(
        "signer",
        "other",
        lambda package, content: content.signer,
        _signer_at_start,
        added=_signer_with_add_on,
    ),
    # The key of its owner that signed it, where one did.
    ContentField(
        "key",
        "none",
        lambda package, content: content.key or "none",
        lambda began: began.leaf("none"),
    ),
    ContentField(
        "fits",
        ANY_VARIANT,
        lambda package, content: ",".join(sorted(package.variants)) or ANY_VARIANT,
        lambda began: began.leaf(ANY_VARIANT),
    ),
    # Which file wrote it: its own needs are judged at the start.
    ContentField(
        "package",
        "none",
        lambda package, content: package.id,
        lambda began: began.leaf("none"),
    ),
    # By what it was changed since it was made: root, a patch, an add-on.
    ContentField(
        "changed",
        UNCHANGED,
        _changed_by,
        _changed_at_start,
        added=lambda package: package.id,
    ),
    ContentField(
        "unread",
        False,
        lambda package, content: True,
        lambda began: began.leaf(False),
    ),
    ContentField(
        "platform",
        NO_PLATFORM,
        lambda package, content: str(content.platform) if content.platform else NO_PLATFORM,
        lambda began: began.platform,
        _of_system,
    ),
    ContentField(
        "needs",
        NO_NEED,
        lambda package, content: package.least_base or NO_NEED,
        lambda began: began.leaf(NO_NEED),
        _of_system,
    ),
    ContentField(
        "data-by",
        ANY_RECOVERY,
        lambda package, content: ",".join(content.data_by) or ANY_RECOVERY,
        lambda began: began.leaf(ANY_RECOVERY),
        _of_system,
    ),
    ContentField(
        "on-data",
        "none",
        lambda package, content: content.family if content.on_data else "none",
        lambda began: began.leaf("none"),
        _of_system,
    ),
    ContentField(
        "forces",
        "no",
        lambda package, content: "yes" if content.forces_encryption else "no",
        _forces_at_start,
        _of_system,
    ),
    ContentField(
        "root",
        "none",
        lambda package, content: "present" if content.root else "none",
        lambda began: began.root,
        _of_first_ramdisk,
    ),
    ContentField(
        "release",
        "no",
        lambda package, content: "no",
        lambda began: began.leaf("no"),
        _of_first_ramdisk,
    ),
    ContentField(
        "recovery",
        "none",
        _recovery_written,
        lambda began: began.own_recovery,
        _of_recovery,
    ),
)


def fields_of(world: World, part: Partition) -> tuple[ContentField, ...]:
    return tuple(field for field in FIELDS if field.applies(world, part))


def put_content(phone: Phone, world: World, name: str, part: Partition, package: Package) -> None:
    """The package stands there now, as a whole. name: of the record, "cur.boot"."""
    content = package.content
    assert content is not None
    for field in fields_of(world, part):
        phone.set(f"{name}.{field.name}", field.written(package, content))


def add_content(phone: Phone, world: World, name: str, part: Partition, package: Package) -> None:
    """It goes in beside what stands there, and takes nothing of it away."""
    for field in fields_of(world, part):
        value = field.added(package)
        if value is not None:
            phone.set(f"{name}.{field.name}", value)


def empty_content(phone: Phone, world: World, name: str, part: Partition) -> None:
    for field in fields_of(world, part):
        phone.set(f"{name}.{field.name}", field.empty)


def swap_contents(phone: Phone, world: World) -> None:
    """The slots change places: nothing is read."""
    for part in world.device.layout.partitions:
        if not part.once:
            for field in fields_of(world, part):
                phone.swap(f"cur.{part.name}.{field.name}", f"other.{part.name}.{field.name}")


def stock_recovery_back(phone: Phone, world: World) -> None:
    """The maker's system puts its own recovery back where there is one beside the ramdisk."""
    name, main = f"cur.{world.recovery_home}", f"cur.{world.system}"
    part: Any = world.device.layout.named(world.recovery_home)
    empty_content(phone, world, name, part)
    phone.set(f"{name}.family", "stock")
    phone.copy(f"{name}.build", f"{main}.build")
    phone.set(f"{name}.signer", "maker")
    phone.set(f"{name}.recovery", "stock")
