"""Reading stored guides: bundles, their proofs and their sheets. Writes nothing but proofs."""

from typing import Any

from anleitung.core.formats.read_bundle import read_bundle
from anleitung.core.guide.bundle import Bundle
from anleitung.core.phone.world import MODEL_VERSION
from anleitung.core.proof.model import ProofOut
from anleitung.core.proof.prove import prove
from anleitung.core.sheet.build import build_sheet
from anleitung.core.sheet.model import SheetOut
from anleitung.guides.errors import NoSuchGuide
from anleitung.guides.models import Draft, Guide, Proof, Revision
from anleitung.guides.pictures import Held
from anleitung.kept import Kept

Stored = Draft | Revision


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
_BUNDLES: Kept[str, Bundle] = Kept()
_SHEETS: Kept[str, SheetOut] = Kept()


def load_bundle(row: Stored) -> Bundle:
    return _BUNDLES.get_or(
        row.fingerprint,
        lambda: read_bundle({name: text.encode() for name, text in row.files.items()}, Held()),
    )


def load_proof(bundle: Bundle) -> ProofOut:
    """The kept proof of these documents by this model, or a fresh one that is then kept."""
    kept = Proof.objects.filter(fingerprint=bundle.fingerprint, model=MODEL_VERSION).first()
    if kept is not None:
        return ProofOut.model_validate(kept.body)
    proof = prove(bundle)
    if proof.finished:
        Proof.objects.get_or_create(
            fingerprint=bundle.fingerprint,
            model=MODEL_VERSION,
            defaults={"body": proof.model_dump(mode="json")},
        )
    return proof


def load_sheet(row: Stored) -> SheetOut:
    bundle = load_bundle(row)
    return _SHEETS.get_or(bundle.fingerprint, lambda: build_sheet(bundle, load_proof(bundle)))


def find_guide(codename: str, slug: str) -> Guide:
    guide = Guide.objects.filter(codename=codename, slug=slug).first()
    if guide is None:
        raise NoSuchGuide(f"There is no guide {slug} for {codename}.")
    return guide


def find_draft(codename: str, slug: str) -> Draft:
    draft = Draft.objects.filter(guide__codename=codename, guide__slug=slug).first()
    if draft is None:
        raise NoSuchGuide(f"The guide {slug} for {codename} has no draft.")
    return draft


def find_revision(short: str) -> Revision:
    """short: at least 12 hex digits of the fingerprint; longer ones must agree."""
    revision = (
        Revision.objects.select_related("guide", "withdrawal").filter(short=short[:12]).first()
    )
    if revision is None or not revision.fingerprint.removeprefix("sha256:").startswith(short):
        raise NoSuchGuide("There is no published revision with this fingerprint.")
    return revision


def newest_revisions(codename: str) -> list[Revision]:
    """The newest revision of each guide that is not withdrawn."""
    found: dict[Any, Revision] = {}
    rows = Revision.objects.filter(guide__codename=codename, withdrawal__isnull=True)
    for revision in rows.select_related("guide").order_by("guide__slug", "number"):
        found[revision.guide_id] = revision
    return list(found.values())


def newest_state(guide: Guide) -> Stored:
    """The draft, or the newest revision where there is none."""
    draft = Draft.objects.filter(guide=guide).first()
    newest = draft or guide.revisions.order_by("-number").first()
    if newest is None:
        raise NoSuchGuide(f"{guide} holds nothing yet.")
    return newest
