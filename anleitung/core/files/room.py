"""How much a file set takes: to download, on the host, on the phone; and how long it moves."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from anleitung.core.documents.device import Device
from anleitung.core.documents.layout import Layout
from anleitung.core.documents.package import Package
from anleitung.core.guide.document import Guide
from anleitung.core.guide.walk import rows_of
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.flash import Flash
from anleitung.core.phone.actions.install import Install
from anleitung.core.phone.actions.place import PlaceFile

MEGA = 1_000_000


@dataclass(frozen=True, slots=True)
class Assumptions:
    """Speeds in megabytes a second; free_storage_gb: what a reader still has free, 0: not asked."""

    download_mbps: float = 3.0
    copy_mbps: float = 25.0
    flash_mbps: float = 20.0
    install_mbps: float = 8.0
    free_storage_gb: float = 0.0
    card_gb: float = 0.0


@dataclass(frozen=True, slots=True)
class Room:
    """Bytes and seconds. host: packed and unpacked together; warnings: a sentence each."""

    download: int
    host: int
    internal: int
    inner: int
    download_seconds: int
    copy_seconds: int
    write_seconds: int
    warnings: tuple[str, ...]


def room_needed(
    guide: Guide, packages: Sequence[Package], device: Device, assume: Assumptions
) -> Room:
    """packages: those of the file set. A file that is written to two slots is written twice."""
    known = {p.id: p for p in packages}
    fetched = [p for p in packages if p.derived is None]
    download = sum(p.size for p in fetched)
    host = sum(p.size + (p.unpacked_size or 0) for p in packages)
    steps = [row.step for row in rows_of(guide)]
    placed = {s.file for s in steps if isinstance(s, PlaceFile) and s.file in known}
    internal = sum(known[f].size for f in placed)
    copied = internal + sum(
        known[s.file].size
        for s in steps
        if isinstance(s, Install) and s.source == "sideload" and s.file in known
    )
    flashed = sum(
        known[s.file].size * (2 if s.where == "both" else 1)
        for s in steps
        if isinstance(s, Flash) and s.file in known
    )
    installed = sum(known[s.file].size for s in steps if isinstance(s, Install) and s.file in known)
    inside = {p.name for p in device.layout.partitions if p.inner}
    inner = sum(p.unpacked_size or p.size for p in packages if set(p.writes) & inside)
    return Room(
        download=download,
        host=host,
        internal=internal,
        inner=inner,
        download_seconds=_seconds(download, assume.download_mbps),
        copy_seconds=_seconds(copied, assume.copy_mbps),
        write_seconds=_seconds(flashed, assume.flash_mbps)
        + _seconds(installed, assume.install_mbps),
        warnings=(
            *_warnings(internal, packages, device, assume),
            *_too_small(packages, steps, inner, device.layout),
        ),
    )


def _seconds(size: int, speed: float) -> int:
    return round(size / (speed * MEGA)) if speed > 0 else 0


def _warnings(
    internal: int, packages: Sequence[Package], device: Device, assume: Assumptions
) -> tuple[str, ...]:
    found = []
    free = assume.free_storage_gb * 1_000 * MEGA
    if free and internal > free:
        says = _("The files for the internal storage need {need:,} bytes; {free:,.0f} are free.")
        found.append(says.format(need=internal, free=free))
    smallest = min(device.hardware.storage_gb, default=0) * 1_000 * MEGA
    if smallest and internal > smallest * 0.8:
        says = _("The files fill most of the smallest storage this phone is sold with ({gb} GB).")
        found.append(says.format(gb=min(device.hardware.storage_gb)))
    by_card = [p for p in packages if "card" in p.ways]
    if by_card and not device.hardware.card_slot:
        says = _("{name} is to come on a card, and this phone has no card slot.")
        found.append(says.format(name=by_card[0].name))
    card = assume.card_gb * 1_000 * MEGA
    on_card = sum(p.size for p in by_card)
    if card and on_card > card:
        says = _("The files for the card need {need:,} bytes, more than it holds.")
        found.append(says.format(need=on_card))
    return tuple(found)


def _too_small(
    packages: Sequence[Package], steps: Sequence[object], inner: int, layout: Layout
) -> Iterator[str]:
    """Partitions into which a file does not go, as far as their sizes are entered."""
    flashed = {(s.file, s.partition) for s in steps if isinstance(s, Flash)}
    for p in packages:
        targets = {part for file, part in flashed if file == p.id} | set(p.writes)
        for name in sorted(targets):
            partition = layout.named(name)
            if partition is None or partition.size is None:
                continue
            # A package that writes many partitions says nothing of each; an image is written whole.
            image = (p.unpacked_size or p.size) if len(targets) == 1 else 0
            need = max(image, p.least_partition or 0)
            if need > partition.size:
                says = _("{file} needs {need:,} bytes in {name}, which holds {size:,}.")
                yield says.format(file=p.name, need=need, name=name, size=partition.size)
    if layout.container_size is not None and inner > layout.container_size:
        says = _("The container {name} holds {size:,} bytes, and its images need {need:,}.")
        yield says.format(name=layout.container, size=layout.container_size, need=inner)
