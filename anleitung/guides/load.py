"""Reading stored guides: bundles, their proofs and their sheets. Writes nothing but proofs."""

import logging
from collections.abc import Collection, Iterable, Iterator
from copy import copy
from typing import Any, TypeVar

from django.db import transaction
from django.db.models import Q, QuerySet
from pydantic import ValidationError

from anleitung.core.formats.read_bundle import InvalidBundle, read_bundle
from anleitung.core.guide.bundle import Bundle
from anleitung.core.model_version import MODEL_VERSION
from anleitung.core.proof.prove import prove
from anleitung.core.proof.result import ProofOut
from anleitung.core.sheet.build import build_sheet
from anleitung.core.sheet.model import SheetOut
from anleitung.guides.errors import (
    NoSuchDraft,
    NoSuchGuide,
    NoSuchRevision,
    NotForCodename,
    NotProved,
    UnreadableGuide,
)
from anleitung.guides.models import AlsoFor, Draft, Guide, Proof, Revision
from anleitung.guides.pictures import Held
from anleitung.guides.seals import is_sealed, seal_of
from anleitung.storage.recent import Kept

_log = logging.getLogger(__name__)
Stored = Draft | Revision
Row = TypeVar("Row", bound=Draft | Revision)


def as_texts(files: dict[str, bytes]) -> dict[str, str]:
    """For storing: the files of a bundle that was read without a fault are UTF-8.

    Pictures are kept by themselves, by their digest.
    """
    return {
        name: content.decode("utf-8-sig")
        for name, content in files.items()
        if not name.startswith("pictures/")
    }


# Documents never change under a fingerprint, so what is derived from them can be kept.
_BUNDLES: Kept[str, Bundle] = Kept(most=600)
_OPENED: Kept[str, ProofOut] = Kept(most=400)
_SHEETS: Kept[str, SheetOut] = Kept(per_language=True)


def load_bundle(row: Stored) -> Bundle:
    """As it is for the chosen codename: what is proved and shown.

    Raises UnreadableGuide, NotForCodename.
    """
    whole = load_whole(row)
    chosen = row.chosen or whole.device.codename
    if chosen not in whole.codenames:
        known = " and ".join(whole.codenames)
        raise NotForCodename(f"{row.title} is not for {chosen[:60]}; it is for {known}.")
    return whole.for_codename(chosen)


def load_whole(row: Stored) -> Bundle:
    """As it is stored, with all its codenames: what is changed, published and exported.

    Held against its fingerprint when it is first read. Raises UnreadableGuide.
    """
    return _BUNDLES.get_or(row.fingerprint, lambda: _read(row))


def _read(row: Stored) -> Bundle:
    state = row.version if isinstance(row, Revision) else "the draft"
    try:
        bundle = read_bundle({name: text.encode() for name, text in row.files.items()}, Held())
    except InvalidBundle as error:
        raise UnreadableGuide(
            f"{row.title}, {state}, does not read by today's rules: {error.faults[0]}. "
            "Download what is stored, mend this, and import it again."
        ) from error
    except (AttributeError, TypeError, UnicodeEncodeError) as error:
        raise UnreadableGuide(f"{row.title}, {state}, is damaged in storage: {error}.") from error
    if bundle.fingerprint != row.fingerprint:
        raise UnreadableGuide(
            f"{row.title}, {state}, is not what its fingerprint says: it was changed in storage. "
            "Restore it from a copy of the site."
        )
    return bundle


def readable(rows: Iterable[Stored]) -> Iterator[tuple[Stored, Bundle]]:
    """Those that can be read, with their bundles; one that cannot takes nothing from the others."""
    for row in rows:
        try:
            yield row, load_bundle(row)
        except (UnreadableGuide, NotForCodename) as error:
            _log.error("%s", error)


def warm() -> int:
    """Reads what pages are made of before the first request; gives how many guides can be read."""
    newest = Revision.objects.filter(withdrawal__isnull=True).order_by("-pk")[:400]
    rows: list[Stored] = [*newest, *Draft.objects.order_by("-pk")[:200]]
    return sum(1 for _ in readable(rows))


def kept_proof(bundle: Bundle) -> ProofOut | None:
    """The kept proof of these documents by this model. One that was edited is none."""
    kept = Proof.objects.filter(fingerprint=bundle.fingerprint, model=MODEL_VERSION).first()
    return _opened(kept) if kept else None


def kept_proofs(fingerprints: Collection[str]) -> dict[str, ProofOut | None]:
    """The same of many: fingerprint → its proof, None where there is none that counts."""
    rows = Proof.objects.filter(fingerprint__in=fingerprints, model=MODEL_VERSION)
    return dict.fromkeys(fingerprints) | {row.fingerprint: _opened(row) for row in rows}


def earlier_proof(bundle: Bundle) -> ProofOut | None:
    """The newest kept proof by any model: what readers see until this model has had its turn."""
    rows = Proof.objects.filter(fingerprint=bundle.fingerprint).order_by("-pk")
    return next((proof for row in rows if (proof := _opened(row)) is not None), None)


def _opened(row: Proof) -> ProofOut | None:
    if not is_sealed(row):
        _log.error("the proof of %s was changed in storage and counts for nothing", row)
        return None
    try:
        # The seal was held against the body: the same one stands for the same proof.
        return _OPENED.get_or(row.seal, lambda: ProofOut.model_validate(row.body))
    except ValidationError:  # of another form than today's
        return None


def load_proof(bundle: Bundle) -> ProofOut:
    """The kept proof, or a fresh one that is then kept. Takes time: not for looking at a page."""
    found = kept_proof(bundle)
    if found is not None:
        return found
    proof = prove(bundle)
    store_proof(bundle.fingerprint, proof)
    return proof


def store_proof(fingerprint: str, proof: ProofOut) -> None:
    """One that stood there and did not count is replaced."""
    body = proof.model_dump(mode="json")
    with transaction.atomic():
        standing = Proof.objects.filter(fingerprint=fingerprint, model=MODEL_VERSION)
        if not any(map(is_sealed, standing)):
            standing.delete()
            Proof.objects.create(
                fingerprint=fingerprint,
                model=MODEL_VERSION,
                body=body,
                seal=seal_of(fingerprint, MODEL_VERSION, body),
            )


def require_proof(bundle: Bundle) -> ProofOut:
    """For looking at a page. Raises NotProved."""
    found = kept_proof(bundle)
    if found is None:
        raise NotProved("This is not proved by today's model yet.")
    return found


def load_sheet(row: Stored, proof: ProofOut) -> SheetOut:
    bundle = load_bundle(row)
    return _SHEETS.get_or(f"{bundle.fingerprint} {proof.model}", lambda: build_sheet(bundle, proof))


def find_guide(codename: str, slug: str) -> Guide:
    """codename: of the guide's own, or a further one that it is for."""
    guide = Guide.objects.filter(codename=codename, slug=slug).first()
    if guide is None:
        guide = Guide.objects.filter(also_for__codename=codename, also_for__slug=slug).first()
    if guide is None:
        raise NoSuchGuide(f"There is no guide {slug} for {codename}.")
    return guide


def find_draft(codename: str, slug: str) -> Draft:
    """For this codename, where the guide is for several."""
    guide = find_guide(codename, slug)
    draft = Draft.objects.filter(guide=guide).select_related("guide").first()
    if draft is None:
        raise NoSuchDraft(f"The guide {slug} for {codename} has no draft.")
    return chosen_for(draft, codename)


def chosen_for(row: Row, codename: str) -> Row:
    """The row as it is looked at for this codename; the row that was given stays as it was."""
    found = copy(row)
    found.chosen = "" if codename == row.guide.codename else codename
    return found


def find_revision(short: str, codename: str = "") -> Revision:
    """short: at least 12 hex digits of the fingerprint; longer ones must agree. codename: that it

    is looked at for, "" for the guide's own. Raises NoSuchRevision, NotForCodename.
    """
    revision = (
        Revision.objects.select_related("guide", "withdrawal").filter(short=short[:12]).first()
    )
    if revision is None or not revision.fingerprint.removeprefix("sha256:").startswith(short):
        raise NoSuchRevision("There is no published revision with this fingerprint.")
    if codename and codename != revision.guide.codename:
        revision = chosen_for(revision, codename)
        load_bundle(revision)
    return revision


def find_version(codename: str, slug: str, version: str) -> Revision:
    """The revision of a guide by its number, for this codename. Raises NoSuchGuide,

    NoSuchRevision.
    """
    guide = find_guide(codename, slug)
    revision = (
        Revision.objects.select_related("guide", "withdrawal")
        .filter(guide=guide, version=version)
        .first()
    )
    if revision is None:
        raise NoSuchRevision(f"The guide {slug} for {codename} has no version {version}.")
    return find_revision(revision.short, codename)


def address_of(revision: Revision) -> str:
    """The path of the readers' page, for the chosen codename where there are several."""
    try:
        several = len(load_whole(revision).codenames) > 1
    except UnreadableGuide:
        several = False
    codename = revision.chosen or revision.guide.codename
    return f"/r/{revision.short}" + (f"/for/{codename}" if several else "")


def newest_revisions(codename: str) -> list[Revision]:
    """The newest revision of each guide for the codename that is not withdrawn."""
    found: dict[Any, Revision] = {}
    rows = Revision.objects.filter(guide__in=guides_of(codename), withdrawal__isnull=True)
    for revision in rows.select_related("guide").order_by("guide__slug", "number"):
        found[revision.guide_id] = chosen_for(revision, codename)
    return [row for row in found.values() if is_for(row)]


def all_withdrawn(codename: str) -> list[Revision]:
    """Of each guide for the codename that has no state left to follow, the newest one."""
    standing = {row.guide_id for row in newest_revisions(codename)}
    rows = Revision.objects.filter(guide__in=guides_of(codename)).exclude(guide__in=standing)
    found = {r.guide_id: r for r in rows.select_related("guide").order_by("number")}
    return [r for r in (chosen_for(r, codename) for r in found.values()) if is_for(r)]


def newest_revision(guide: Guide, codename: str) -> Revision | None:
    """Of one guide, under the codename; None where all are withdrawn."""
    return next((r for r in newest_revisions(codename) if r.guide_id == guide.pk), None)


def held_guides() -> QuerySet[Guide]:
    """Those with a draft or a revision; of others, a deleted draft can be brought back."""
    drafts, revisions = Draft.objects.values("guide"), Revision.objects.values("guide")
    return Guide.objects.filter(Q(pk__in=drafts) | Q(pk__in=revisions))


def guides_of(codename: str) -> QuerySet[Guide]:
    """Its own, and those that are for it as well, as far as the index knows."""
    return held_guides().filter(
        Q(codename=codename) | Q(pk__in=AlsoFor.objects.filter(codename=codename).values("guide"))
    )


def is_for(row: Stored) -> bool:
    """Whether this state is for the chosen codename. One that cannot be read stays where it is."""
    try:
        return not row.chosen or row.chosen in load_whole(row).codenames
    except UnreadableGuide:
        return False


def newest_state(guide: Guide) -> Stored:
    """The draft, or the newest revision where there is none; for the guide's own codename."""
    draft = Draft.objects.filter(guide=guide).first()
    newest = draft or guide.revisions.order_by("-number").first()
    if newest is None:
        raise NoSuchGuide(f"{guide} holds nothing yet.")
    return newest
