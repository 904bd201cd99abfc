"""A document of a draft that the catalogue holds otherwise: ours, theirs, or both."""

from datetime import datetime
from typing import Literal

from django.contrib.auth.models import User
from django.db import transaction

from anleitung.accounts.keepers import require_keeper
from anleitung.catalogue.errors import DocumentMoved
from anleitung.catalogue.load import current_fingerprints
from anleitung.catalogue.models import Entry
from anleitung.catalogue.services.enter import Address, catalogue_documents, enter_missing
from anleitung.catalogue.services.save import save_document
from anleitung.core.documents.base import body_of
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.check_bundle import check_bundle
from anleitung.core.guide.rename import RenameRefused, rename_document
from anleitung.guides.errors import AlreadyPublished, NotCarried
from anleitung.guides.load import find_draft, load_proof, load_whole
from anleitung.guides.models import Draft, Guide
from anleitung.guides.services.redraft import (
    is_of_catalogue,
    is_of_passages,
    require_seen,
    rewrite,
)
from anleitung.guides.today import with_documents
from anleitung.jobs.work import LAST, Tick

Choice = Literal["ours", "theirs", "both"]


def settle_difference(
    *,
    actor: User,
    codename: str,
    slug: str,
    seen: str,
    address: Address,
    choice: Choice,
    new_name: str,
    now: datetime,
    tick: Tick = lambda done, total: None,
) -> Draft:
    """ours: the draft takes the catalogue's; theirs: the catalogue takes the draft's as its next

    version; both: the draft's gets another id (a codename with all its builds). Raises
    NotThere, DraftMoved, DocumentMoved, InvalidDocument, InvalidBundle, RenameRefused.
    """
    require_keeper(actor, codename)
    draft = find_draft(codename, slug)
    require_seen(draft, seen)
    bundle = load_whole(draft)
    document = dict(catalogue_documents(bundle)).get(address)
    if document is None:
        raise NotCarried(f"The draft carries no {address[0]} {address[2][:80]}.")
    if choice == "theirs":
        with transaction.atomic():
            save_document(
                actor=actor,
                kind=address[0],
                value=body_of(document),
                codename=address[1],
                seen=current_fingerprints().get(address, ""),
                note=f"taken from the draft of {slug}",
                now=now,
            )
            tick(*LAST)
        return draft
    if choice == "both":
        return _both(draft, bundle, address, new_name, actor=actor, now=now, tick=tick)
    with transaction.atomic():
        draft = find_draft(codename, slug)
        require_seen(draft, seen)
        ours = with_documents(bundle, (address,))
        rewrite(
            draft,
            ours,
            only=is_of_passages if address[0] == "passage" else is_of_catalogue,
            actor=actor,
            now=now,
            says=f"{address[2]}: as the catalogue has it",
        )
        tick(*LAST)
    return draft


def _both(
    draft: Draft,
    bundle: Bundle,
    address: Address,
    new_name: str,
    *,
    actor: User,
    now: datetime,
    tick: Tick,
) -> Draft:
    kind, _, name = address
    if kind == "passage":
        raise RenameRefused("Take its steps out in this draft, and fold them into another passage.")
    if kind == "build":
        raise RenameRefused(
            "A build string belongs to its codename: give the codename another id, and all its "
            "builds come with it."
        )
    codename = new_name if kind == "device" else ""
    if Entry.objects.filter(kind=kind, codename=codename, name=new_name).exists():
        raise DocumentMoved(f"The catalogue has a {kind} {new_name} already.", standing="")
    renamed = rename_document(bundle, kind, name, new_name)  # type: ignore[arg-type]
    faults = check_bundle(renamed)
    if faults:
        raise RenameRefused(f"Under this id it does not fit: {faults[0].message}.")
    tick(0, 3)
    _require_same(bundle, renamed)
    with transaction.atomic():
        draft = Draft.objects.select_related("guide").get(pk=draft.pk)
        require_seen(draft, bundle.fingerprint)
        if kind == "device":
            guide, _ = Guide.objects.get_or_create(codename=new_name, slug=draft.guide.slug)
            if Draft.objects.filter(guide=guide).exists():
                raise AlreadyPublished(f"{guide} has a draft already.")
            draft.guide = guide
        rewrite(
            draft,
            renamed,
            only=lambda name: True,
            actor=actor,
            now=now,
            says=f"{address[2]}: under an id of its own",
        )
        enter_missing(renamed, actor=actor, now=now)
        tick(*LAST)
    return draft


def _require_same(bundle: Bundle, renamed: Bundle) -> None:
    """Another id changes nothing of what the proof says."""

    def told(of: Bundle) -> list[tuple[str, str, int]]:
        findings = [f for each in of.each for f in load_proof(each).findings]
        return sorted((f.id, f.step, f.phones.count if f.phones else 0) for f in findings)

    if told(bundle) != told(renamed):
        raise RenameRefused("Under another id the proof would say something else. Choose one.")
