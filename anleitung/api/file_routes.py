"""The routes of file sets. Digests come in, never the files themselves."""

from typing import Annotated

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Query, Router
from pydantic import Field

from anleitung.api.bounds import RowId
from anleitung.api.file_pages import compared, file_set, files_page, matched
from anleitung.api.file_shapes import (
    AddFilesIn,
    FileBodyIn,
    FileBodyOut,
    FileSetOut,
    FilesPageOut,
    KeepKeyIn,
    KeepListIn,
    KeptKeyOut,
    ListIn,
    ListLineOut,
    MatchedOut,
    MatchIn,
    SignedOut,
)
from anleitung.api.problems import FAILURES, ProblemOut
from anleitung.api.rights import MAINTAINERS, actor_of
from anleitung.api.shapes import BroughtInOut, PublishIn, redrafted_out
from anleitung.catalogue.load import load_device
from anleitung.core.files.lists import FORMS, checksum_list
from anleitung.core.files.match import FileAtHand
from anleitung.core.files.room import Assumptions
from anleitung.core.formats.write_bundle import as_typed
from anleitung.core.writing.notes.unknown_files import UnknownFile, begun_file
from anleitung.guides.errors import NoSuchFile, NoSuchForm
from anleitung.guides.load import find_draft, load_bundle, newest_state
from anleitung.guides.services.add_files import NewFile, add_files
from anleitung.guides.services.keep_signed import drop_list, keep_key, keep_list
from anleitung.guides.services.save_package import remove_package, save_package
from anleitung.guides.signed import SignedListState, signed_lists
from anleitung.guides.work import find_row

router = Router(auth=MAINTAINERS)
FAILED = {FAILURES: ProblemOut}


@router.get("/codenames/{codename}/files", response={200: FilesPageOut, **FAILED})
def get_files(request: HttpRequest, codename: str) -> FilesPageOut:
    load_device(codename)
    return files_page(codename)


@router.get("/file-set", response={200: FileSetOut, **FAILED})
def get_file_set(
    request: HttpRequest,
    codename: str = "",
    slug: str = "",
    short: str = "",
    download_mbps: float = Query(3.0, ge=0.001, le=10_000),  # type: ignore[type-arg]
    copy_mbps: float = Query(25.0, ge=0.001, le=10_000),  # type: ignore[type-arg]
    free_storage_gb: float = Query(0.0, ge=0, le=100_000),  # type: ignore[type-arg]
    card_gb: float = Query(0.0, ge=0, le=100_000),  # type: ignore[type-arg]
) -> FileSetOut:
    """A revision by its short fingerprint, or the draft of a guide."""
    assume = Assumptions(
        download_mbps=download_mbps,
        copy_mbps=copy_mbps,
        free_storage_gb=free_storage_gb,
        card_gb=card_gb,
    )
    return file_set(find_row(codename, slug, short), assume)


@router.post("/file-set/match", response={200: list[MatchedOut], **FAILED})
def post_match(
    request: HttpRequest, body: MatchIn, codename: str = "", slug: str = "", short: str = ""
) -> list[MatchedOut]:
    found = [
        FileAtHand(
            f.name,
            f.size,
            {a: d.lower() for a, d in f.digests.items()},
            f.is_page,
            f.inside,
            f.broken,
        )
        for f in body.found
    ]
    return matched(find_row(codename, slug, short), found)


@router.post("/file-set/compare", response={200: list[ListLineOut], **FAILED})
def post_compare(
    request: HttpRequest, body: ListIn, codename: str = "", slug: str = "", short: str = ""
) -> list[ListLineOut]:
    return compared(find_row(codename, slug, short), body.text)


@router.get("/file-set/list", response={200: bytes, **FAILED})
def get_list(
    request: HttpRequest,
    form: str = "two-column",
    codename: str = "",
    slug: str = "",
    short: str = "",
) -> HttpResponse:
    if form not in FORMS:
        raise NoSuchForm(f"A list comes in one of the forms {', '.join(FORMS)}.")
    row = find_row(codename, slug, short)
    text = checksum_list(list(load_bundle(row).world.packages.values()), form)
    name = {"two-column": "SHA256SUMS", "tagged": "CHECKSUMS", "metalink": "files.meta4"}[form]
    kind = "application/metalink4+xml" if form == "metalink" else "text/plain"
    response = HttpResponse(text, content_type=f"{kind}; charset=utf-8")
    response["Content-Disposition"] = f'attachment; filename="{name}"'
    return response


@router.post("/drafts/{codename}/{slug}/files", response={200: BroughtInOut, **FAILED})
def post_files(request: HttpRequest, codename: str, slug: str, body: AddFilesIn) -> BroughtInOut:
    draft = add_files(
        actor=actor_of(request),
        codename=codename,
        slug=slug,
        seen=body.seen,
        files=[NewFile(f.name, f.role, f.size, f.digests) for f in body.files],
        now=timezone.now(),
    )
    return redrafted_out(draft)


@router.get("/drafts/{codename}/{slug}/packages/{package}", response={200: FileBodyOut, **FAILED})
def get_package(
    request: HttpRequest,
    codename: str,
    slug: str,
    package: str,
    name: Annotated[str, Field(max_length=200)] = "",
    sha256: Annotated[str, Field(max_length=64)] = "",
    source: Annotated[str, Field(max_length=300)] = "",
) -> FileBodyOut:
    """ "new" gives the draft's fingerprint with a package as far as it is told."""
    draft = find_draft(codename, slug)
    if package == "new":
        told = begun_file(UnknownFile(name, sha256, source)) if name else {}
        return FileBodyOut(seen=draft.fingerprint, body=told)
    found = next((p for p in load_bundle(draft).packages if p.id == package), None)
    if found is None:
        raise NoSuchFile(f"The draft has no file {package[:60]}.")
    return FileBodyOut(seen=draft.fingerprint, body=as_typed(found))


@router.post("/drafts/{codename}/{slug}/packages", response={200: BroughtInOut, **FAILED})
def post_package(request: HttpRequest, codename: str, slug: str, body: FileBodyIn) -> BroughtInOut:
    draft = save_package(
        actor=actor_of(request),
        codename=codename,
        slug=slug,
        seen=body.seen,
        replaces=body.replaces,
        value=body.body,
        now=timezone.now(),
    )
    return redrafted_out(draft)


@router.post(
    "/drafts/{codename}/{slug}/packages/{package}/remove", response={200: BroughtInOut, **FAILED}
)
def post_remove_package(
    request: HttpRequest, codename: str, slug: str, package: str, body: PublishIn
) -> BroughtInOut:
    draft = remove_package(
        actor=actor_of(request),
        codename=codename,
        slug=slug,
        seen=body.seen,
        package=package,
        now=timezone.now(),
    )
    return redrafted_out(draft)


@router.get("/file-set/signed", response={200: list[SignedOut], **FAILED})
def get_signed(
    request: HttpRequest, codename: str = "", slug: str = "", short: str = ""
) -> list[SignedOut]:
    return [
        _signed(told) for told in signed_lists(find_row(codename, slug, short), now=timezone.now())
    ]


@router.post("/guides/{codename}/{slug}/signed", response={200: list[SignedOut], **FAILED})
def post_signed(
    request: HttpRequest, codename: str, slug: str, body: KeepListIn
) -> list[SignedOut]:
    now = timezone.now()
    kept, *_more = keep_list(
        actor=actor_of(request),
        codename=codename,
        slug=slug,
        name=body.name,
        text=body.text,
        signature=body.signature,
        now=now,
    )
    newest = newest_state(kept.guide)
    return [_signed(told) for told in signed_lists(newest, now=now)]


@router.delete("/signed/{list_id}", response={200: list[SignedOut], **FAILED})
def delete_signed(request: HttpRequest, list_id: RowId) -> list[SignedOut]:
    drop_list(actor=actor_of(request), list_id=list_id)
    return []


@router.post("/signer-keys", response={200: KeptKeyOut, **FAILED})
def post_key(request: HttpRequest, body: KeepKeyIn) -> KeptKeyOut:
    key = keep_key(
        actor=actor_of(request), certificate=body.certificate, says=body.says, now=timezone.now()
    )
    return KeptKeyOut(fingerprint=key.fingerprint, says=key.says)


def _signed(told: SignedListState) -> SignedOut:
    kept = told.kept
    return SignedOut(
        id=kept.pk,
        name=kept.name,
        verdict=told.verdict,
        says=told.says,
        but=told.but,
        agreement=told.agreement,
        issuer=kept.issuer,
        added_at=kept.added_at,
        added_by=kept.added_by.get_username(),
    )
