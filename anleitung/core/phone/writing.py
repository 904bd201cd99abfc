"""The one gate for writing: whatever puts a file onto the phone passes here, by its way.

A way says of each question whether what writes asks it and refuses; whether nobody asks it, and the
model tells all the same, since harm follows; whether it is written and the entry rules decide; or
why it cannot come up. ``docs/writing.md`` is the table, generated.
"""

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from enum import Enum

from anleitung.core.documents.file_rules import not_older
from anleitung.core.documents.package import Package
from anleitung.core.phone.demands import (
    require_at_hand,
    require_card,
    require_in_set,
    require_link,
    require_named,
    require_on_storage,
    require_room,
    require_stick,
    require_unpacked,
    require_way,
    sides_of,
    tell_battery,
    write_content,
)
from anleitung.core.phone.places import require_place
from anleitung.core.phone.world import UNCHANGED, Phone, World


class Cell(Enum):
    ASKS = "refused"
    TELLS = "nobody asks; told"
    LATER = "written; later"


@dataclass(frozen=True, slots=True)
class Put:
    """One file on its way. source: host, internal, card, stick or sideload; signed_only: what

    writes refuses what the maker did not sign while the phone is locked.
    """

    way: "Way"
    package: Package
    source: str
    parts: tuple[str, ...]
    signed_only: bool = True


Ask = Callable[[Phone, World, Put], None]


@dataclass(frozen=True, slots=True)
class Question:
    """findings: what its answer may be found as; later: as what the entry rules find it."""

    id: str
    says: str
    findings: tuple[str, ...]
    ask: Ask | None = None
    later: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Way:
    """answers: question → its cell, or the reason why it cannot come up.

    by_recovery: a recovery does it; by_window: a window program.
    """

    id: str
    says: str
    answers: Mapping[str, Cell | str]
    by_recovery: bool = False
    by_window: bool = False


def write(
    phone: Phone,
    world: World,
    way: Way,
    package: Package,
    *,
    source: str,
    parts: tuple[str, ...],
    where: str,
    signed_only: bool = True,
) -> None:
    """Asks what the way asks, and writes the package to these partitions."""
    ask_all(phone, world, Put(way, package, source, parts, signed_only))
    for side in sides_of(phone, world, where):
        for part in parts:
            write_content(phone, world, side, part, package)
            partition = world.device.layout.named(part)
            if partition is not None and partition.settles:
                phone.set("unsettled", part)


def ask_all(phone: Phone, world: World, put: Put) -> None:
    for question in QUESTIONS:
        cell = put.way.answers[question.id]
        if question.ask is not None and cell in (Cell.ASKS, Cell.TELLS):
            question.ask(phone, world, put)


# -- the questions, in the order in which they come up -----------------------------------------


def _at_hand(phone: Phone, world: World, put: Put) -> None:
    file = put.package.id
    if put.source == "host":
        require_at_hand(phone, world, file)
    elif put.source == "sideload":
        require_way(phone, put.package, "sideload")
        require_link(phone)
        require_at_hand(phone, world, file)
    elif put.source == "card":
        _require_on_card(phone, world, file)
    elif put.source == "stick":
        require_stick(phone, world, file)
        require_way(phone, put.package, "stick")
        if not phone.is_(f"stick.{file}", "there"):
            phone.stop("file-not-on-storage", file)
    else:
        require_in_set(phone, world, file)
        if phone.is_("mode", "recovery"):
            _require_storage_read(phone, world, file)
        require_on_storage(phone, file)


def _require_on_card(phone: Phone, world: World, file: str) -> None:
    require_card(phone, world)
    blind = frozenset(p.id for p in world.recoveries if not p.reads_card)
    if phone.is_("mode", "recovery") and phone.isin("running", blind):
        phone.stop("storage-not-readable", file)
    if not phone.is_(f"card.{file}", "there"):
        phone.stop("file-not-on-storage", file)


def _require_storage_read(phone: Phone, world: World, file: str) -> None:
    if (
        world.device.stock.encrypts_data
        and phone.is_("data.encrypted", "yes")
        and phone.is_("screen-lock", "set")
        and phone.is_("storage", "closed")
    ):
        phone.stop("storage-closed", file)
    blind = frozenset(p.id for p in world.recoveries if not p.decrypts)
    if blind and phone.isin("running", blind) and phone.is_("data.encrypted", "yes"):
        phone.stop("storage-not-readable", file)


def _name(phone: Phone, world: World, put: Put) -> None:
    require_named(phone, put.package)


def _packed(phone: Phone, world: World, put: Put) -> None:
    require_unpacked(phone, put.package)


def _place(phone: Phone, world: World, put: Put) -> None:
    require_place(phone, world, put.package, put.parts)


def _accepted(phone: Phone, world: World, put: Put) -> None:
    """The running recovery takes this package."""
    package = put.package
    if package.installed_by and not phone.isin("running", frozenset(package.installed_by)):
        if phone.is_("temporary", "gone"):
            phone.stop("temporary-recovery-gone", package.id)
        phone.stop("recovery-refuses", package.id)
    refusing = {*package.refused_by, *(p.id for p in world.recoveries if package.role in p.refuses)}
    if refusing and phone.isin("running", frozenset(refusing)):
        phone.stop("recovery-refuses", package.id)
    if package.least_recovery is not None:
        old = frozenset(
            p.id
            for p in world.recoveries
            if p.version is not None and not not_older(p.version, package.least_recovery)
        )
        if old and phone.isin("running", old):
            phone.stop("recovery-too-old", package.id)


def _processor(phone: Phone, world: World, put: Put) -> None:
    if put.package.processors:
        told = [v for v in world.device.variants if v.processor is not None]
        fitting = frozenset(v.id for v in told if v.processor in put.package.processors)
        if not phone.isin("variant", frozenset(v.id for v in told)):
            phone.find("processor-not-told", put.package.id)
        elif not phone.isin("variant", fitting):
            phone.stop("package-for-another-processor", put.package.id)


def _region(phone: Phone, world: World, put: Put) -> None:
    if put.package.regions and not phone.isin("region", frozenset(put.package.regions)):
        phone.stop("package-for-another-region", put.package.id)


def _slots(phone: Phone, world: World, put: Put) -> None:
    if put.package.slots not in (None, world.device.layout.slots):
        phone.stop("package-for-other-slots", put.package.id)


def _demands(phone: Phone, world: World, put: Put) -> None:
    package = put.package
    minds_base = package.exact_base or package.least_base
    if package.role == "firmware" and world.device.stock.raises_rollback_index:
        minds_base = minds_base or package.role  # the night's update may have raised the index
    if minds_base and phone.is_("base-drifts", True):
        phone.find("base-may-have-moved", package.id)
    asks = package.asks
    if asks is None:
        return
    met = phone.truth(world.formula(asks))
    if met is None:
        phone.find("demand-not-decided", package.id)
    elif not met:
        phone.stop("demand-not-met", package.id)


def _predecessor(phone: Phone, world: World, put: Put) -> None:
    """What holds only differences goes onto exactly what it was made from, unchanged."""
    if put.package.exact_base is None:
        return
    for name in put.parts:
        stands = world.stands("cur", name)
        if not phone.is_(f"{stands}.changed", UNCHANGED):
            phone.stop("predecessor-changed", name)


def _signer(phone: Phone, world: World, put: Put) -> None:
    signed = put.package.content is not None and put.package.content.signer == "maker"
    if put.way.by_recovery:
        # The maker's own recovery takes only what the maker signed, open or locked.
        if not signed and phone.is_("running", "stock"):
            phone.stop("recovery-takes-only-signed", put.package.id)
        return
    if put.signed_only and signed and put.way.by_window:
        return
    if not put.signed_only and put.way.by_window:
        return
    if phone.is_("bootloader", "locked"):
        subject = put.package.id if put.way.by_window else put.parts[0]
        phone.stop("flash-while-locked", subject)


def _settled(phone: Phone, world: World, put: Put) -> None:
    if put.way.by_recovery:
        if not phone.is_("unsettled", "none"):
            phone.find("restart-left-out", put.package.id)
    elif not phone.isin("unsettled", frozenset({"none", *put.parts})):
        phone.find("restart-left-out", put.parts[0])


def _power(phone: Phone, world: World, put: Put) -> None:
    tell_battery(phone)


def _in_time(phone: Phone, world: World, put: Put) -> None:
    if put.package.before_first_start and not phone.is_("data.state", "empty"):
        phone.stop("add-on-too-late", put.package.id)


def _mounted(phone: Phone, world: World, put: Put) -> None:
    by_itself = frozenset(p.id for p in world.recoveries if p.mounts)
    for name in put.package.needs_mounted:
        if phone.is_(f"mounted.{name}", "no") and not phone.isin("running", by_itself):
            phone.stop("partition-not-mounted", name)


def _described(phone: Phone, world: World, put: Put) -> None:
    nothing_stands = put.package.role == "encryption-release"
    if put.package.content is None and not nothing_stands:
        phone.stop("content-not-described", put.package.id)
    told = put.package.variants or put.package.processors
    if put.package.role == "firmware" and len(world.device.variants) > 1 and not told:
        phone.find("variant-not-told", put.package.id)


def _unique(phone: Phone, world: World, put: Put) -> None:
    """Only what was made from this very phone may go where nothing else exists twice."""
    for name in put.parts:
        partition = world.device.layout.named(name)
        if partition is None:
            phone.stop("no-such-partition", name)
        own = put.package.derived is not None and phone.is_("backup.unique", "checked")
        if partition.role == "unique" and not own:
            phone.stop("unique-partition-touched", name)


def _room(phone: Phone, world: World, put: Put) -> None:
    for name in put.parts:
        partition = world.device.layout.named(name)
        if partition is not None:
            require_room(phone, world, partition, put.package)


QUESTIONS: tuple[Question, ...] = (
    Question(
        "at hand",
        "The file lies where it is read from, whole and compared.",
        (
            "file-not-at-hand",
            "file-used-unchecked",
            "file-not-on-storage",
            "file-wiped",
            "storage-closed",
            "storage-not-readable",
            "no-card-slot",
            "forbidden-way",
        ),
        _at_hand,
    ),
    Question("name", "It has the name that is looked for.", ("file-of-another-name",), _name),
    Question(
        "packed",
        "It is whole, or unpacked, as it must be.",
        ("file-not-unpacked", "file-unpacked"),
        _packed,
    ),
    Question(
        "unique",
        "It does not overwrite what exists once.",
        ("unique-partition-touched", "no-such-partition"),
        _unique,
    ),
    Question(
        "place",
        "It goes where it belongs.",
        (
            "image-for-another-partition",
            "place-not-told",
            "no-such-partition",
            "file-slot-swapped",
        ),
        _place,
    ),
    Question(
        "recovery",
        "What runs takes it.",
        ("recovery-refuses", "recovery-too-old", "temporary-recovery-gone"),
        _accepted,
    ),
    Question(
        "processor",
        "It is made for this processor.",
        ("package-for-another-processor", "processor-not-told"),
        _processor,
    ),
    Question("region", "It is made for this region.", ("package-for-another-region",), _region),
    Question("slots", "It is made for this kind of slots.", ("package-for-other-slots",), _slots),
    Question(
        "demands",
        "What it demands of the phone holds: platform, exact base, and what else it checks.",
        ("demand-not-met", "demand-not-decided", "base-may-have-moved"),
        _demands,
    ),
    Question(
        "predecessor",
        "What it was made from stands there, unchanged.",
        ("predecessor-changed",),
        _predecessor,
    ),
    Question(
        "signer",
        "Its signature is one that what writes takes.",
        ("flash-while-locked", "recovery-takes-only-signed"),
        _signer,
        ("foreign-image-while-locked", "signed-with-another-key", "key-not-told"),
    ),
    Question(
        "settled",
        "What was written before has settled by a restart.",
        ("restart-left-out",),
        _settled,
    ),
    Question("power", "The battery lasts.", ("battery-low",), _power),
    Question("in time", "It goes in before the first start.", ("add-on-too-late",), _in_time),
    Question("mounted", "What it writes to is mounted.", ("partition-not-mounted",), _mounted),
    Question(
        "described",
        "What it holds is described, and of firmware for which variant.",
        ("content-not-described", "variant-not-told"),
        _described,
    ),
    Question("size", "It fits into its partition.", ("image-too-large",), _room),
    Question(
        "variant",
        "It is made for this variant.",
        (),
        None,
        (
            "firmware-of-another-variant",
            "image-of-another-variant",
            "recovery-of-another-variant",
        ),
    ),
    Question(
        "family",
        "It belongs to what stands beside it, or says what it goes with.",
        (),
        None,
        (
            "firmware-of-another-family",
            "parts-of-different-systems",
            "image-of-another-release",
            "need-not-met",
        ),
    ),
    Question(
        "index",
        "Its rollback index is not below the one that the phone keeps.",
        (),
        None,
        ("below-rollback-index", "firmware-not-listed"),
    ),
)
