"""A guide held against the catalogue as it stands today: what changed since, and what that does.

A changed device, tool, scheme or build makes exactly those guides stale that carry it. The proof
with today's documents is kept under its own key, so taking a change back brings the old one back.
"""

from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Any

from anleitung.catalogue.load import current_fingerprints, document_of, find_entry
from anleitung.catalogue.services.enter import Address, catalogue_documents
from anleitung.core.documents.base import body_of, fingerprint_of
from anleitung.core.documents.build import Build
from anleitung.core.documents.device import Device
from anleitung.core.errors import AnleitungError
from anleitung.core.guide.bundle import Bundle, OtherCodename
from anleitung.core.guide.check_bundle import check_bundle
from anleitung.core.guide.passage import with_passages
from anleitung.core.proof.result import ProofOut
from anleitung.guides.load import Stored, kept_proof, load_bundle
from anleitung.storage.recent import Kept

Fingerprints = Mapping[Address, str]


@dataclass(frozen=True, slots=True)
class Today:
    """changed: documents that are other ones by now. proof: with these; None: not yet made.

    fault: why the guide cannot be read with today's documents at all, "" where it can.
    """

    changed: tuple[Address, ...]
    proof: ProofOut | None = None
    fault: str = ""

    @property
    def is_stale(self) -> bool:
        """Something changed, and no proof says yet what follows."""
        return bool(self.changed) and self.proof is None

    @property
    def stops(self) -> int:
        found = self.proof.findings if self.proof else ()
        return sum(f.severity == "stop" for f in found)


_FINGERPRINTS: Kept[str, dict[Address, str]] = Kept(most=200)


def held_against_today(row: Stored, known: Fingerprints | None = None) -> Today:
    """known: the fingerprints in use, where they were loaded already.

    Whatever the documents of today are, this gives an answer: what cannot be made of them is told
    as the fault. Raises UnreadableGuide for the guide itself.
    """
    bundle = load_bundle(row)
    changed = changed_documents(bundle, current_fingerprints() if known is None else known)
    if not changed:
        return Today(())
    try:
        now = with_documents(bundle, changed)
        faults = check_bundle(now)
    except (AnleitungError, ValueError, LookupError) as error:
        return Today(changed, fault=f"they make no guide that could be run: {error}")
    if faults:
        return Today(changed, fault="; ".join(f"{m.file}: {m.message}" for m in faults[:3]))
    return Today(changed, kept_proof(now))


def with_documents(bundle: Bundle, changed: tuple[Address, ...]) -> Bundle:
    """The bundle with these documents as the catalogue holds them."""
    new: dict[Address, Any] = {}
    for address in changed:
        entry = find_entry(*address)
        assert entry.current is not None
        new[address] = document_of(entry.current, address[0])

    def now(device: Device, builds: tuple[Build, ...]) -> tuple[Device, tuple[Build, ...]]:
        codename = device.codename
        return (
            new.get(("device", codename, codename), device),
            tuple(new.get(("build", codename, b.build), b) for b in builds),
        )

    device, builds = now(bundle.device, bundle.builds)
    passages = tuple(new.get(("passage", "", p.id), p) for p in bundle.passages)
    guide = bundle.guide
    if passages != bundle.passages:
        guide = with_passages(guide, passages)
    held = replace(
        bundle,
        guide=guide,
        passages=passages,
        device=device,
        builds=builds,
        others=tuple(OtherCodename(*now(o.device, o.builds)) for o in bundle.others),
        tools=tuple(new.get(("tool", "", t.id), t) for t in bundle.tools),
        schemes=tuple(new.get(("scheme", "", s.id), s) for s in bundle.schemes),
        programs=tuple(new.get(("program", "", p.id), p) for p in bundle.programs),
    )
    return held if len(held.codenames) > 1 else held.for_codename(held.device.codename)


def changed_documents(bundle: Bundle, known: Fingerprints) -> tuple[Address, ...]:
    """What the catalogue does not hold, or holds as retired, changes nothing."""
    mine = _FINGERPRINTS.get_or(
        bundle.fingerprint,
        lambda: {
            address: fingerprint_of(address[0], body_of(document))
            for address, document in catalogue_documents(bundle)
        },
    )
    return tuple(a for a, fingerprint in mine.items() if known.get(a, fingerprint) != fingerprint)
