"""The routes of the workbench. Each reads the request, calls one service, shapes the answer."""

from typing import Any

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import File, Form, NinjaAPI, Router
from ninja.files import UploadedFile
from ninja.security import django_auth

from anleitung.accounts.roles import ADMINISTRATOR, is_maintainer, require_maintainer
from anleitung.api.bench_routes import router as bench_router
from anleitung.api.catalogue_routes import router as catalogue_router
from anleitung.api.file_routes import router as file_router
from anleitung.api.pages import home, page_of
from anleitung.api.problems import FAILURES, ProblemOut, add_handlers
from anleitung.api.shapes import (
    BroughtInOut,
    HomeOut,
    MeOut,
    PageOut,
    PublishedOut,
    PublishIn,
    RemovePictureIn,
    WithdrawIn,
)
from anleitung.api.watch_routes import router as watch_router
from anleitung.core.formats.pictures import MAX_BROUGHT, InvalidPicture
from anleitung.core.formats.read_bundle import MAX_BYTES, Fault, InvalidBundle, read_zip
from anleitung.core.formats.write_bundle import write_bundle, write_zip
from anleitung.guides.load import Stored, find_draft, find_revision, load_bundle
from anleitung.guides.pictures import pictures_of
from anleitung.guides.services.bring_in import bring_in
from anleitung.guides.services.picture import add_picture, remove_picture
from anleitung.guides.services.prove_today import prove_today, take_today
from anleitung.guides.services.publish import publish
from anleitung.guides.services.withdraw import withdraw

router = Router(auth=django_auth)
FAILED = {FAILURES: ProblemOut}


@router.get("/me", response={200: MeOut, **FAILED})
def me(request: HttpRequest) -> MeOut:
    user = request.user
    return MeOut(
        name=user.get_username(),
        is_maintainer=is_maintainer(user),
        is_administrator=user.groups.filter(name=ADMINISTRATOR).exists(),
    )


@router.get("/home", response={200: HomeOut, **FAILED})
def get_home(request: HttpRequest) -> HomeOut:
    require_maintainer(request.user)
    return home(now=timezone.now())


@router.get("/drafts/{codename}/{slug}", response={200: PageOut, **FAILED})
def get_draft(request: HttpRequest, codename: str, slug: str) -> PageOut:
    require_maintainer(request.user)
    return page_of(find_draft(codename, slug), now=timezone.now())


@router.get("/revisions/{short}", response={200: PageOut, **FAILED})
def get_revision(request: HttpRequest, short: str) -> PageOut:
    require_maintainer(request.user)
    return page_of(find_revision(short), now=timezone.now())


@router.get("/drafts/{codename}/{slug}/bundle.zip", response={200: bytes, **FAILED})
def draft_bundle(request: HttpRequest, codename: str, slug: str) -> HttpResponse:
    require_maintainer(request.user)
    return _zip(find_draft(codename, slug), f"{codename}-{slug}-draft")


@router.get("/revisions/{short}/bundle.zip", response={200: bytes, **FAILED})
def revision_bundle(request: HttpRequest, short: str) -> HttpResponse:
    require_maintainer(request.user)
    revision = find_revision(short)
    name = f"{revision.guide.codename}-{revision.guide.slug}-{revision.version}"
    return _zip(revision, name)


@router.post("/bundles", response={200: BroughtInOut, **FAILED})
def post_bundle(
    request: HttpRequest, bundle: File[UploadedFile], replaces: Form[str] = ""
) -> BroughtInOut:
    require_maintainer(request.user)
    if bundle.size is None or bundle.size > MAX_BYTES:
        limit = MAX_BYTES // 1_000_000
        raise InvalidBundle([Fault("the zip file", 0, f"larger than {limit} MB")])
    files = read_zip(bundle.read())
    result = bring_in(actor=request.user, files=files, replaces=replaces, now=timezone.now())
    guide = result.draft.guide
    return BroughtInOut(
        codename=guide.codename,
        slug=guide.slug,
        fingerprint=result.draft.fingerprint,
        replaced=result.replaced,
    )


@router.post("/drafts/{codename}/{slug}/publish", response={200: PublishedOut, **FAILED})
def post_publish(request: HttpRequest, codename: str, slug: str, body: PublishIn) -> PublishedOut:
    revision = publish(
        actor=request.user, codename=codename, slug=slug, seen=body.seen, now=timezone.now()
    )
    return PublishedOut(version=revision.version, short=revision.short)


@router.post("/drafts/{codename}/{slug}/prove-today", response={200: PageOut, **FAILED})
def draft_prove_today(request: HttpRequest, codename: str, slug: str) -> PageOut:
    draft = find_draft(codename, slug)
    prove_today(actor=request.user, row=draft)
    return page_of(draft, now=timezone.now())


@router.post("/revisions/{short}/prove-today", response={200: PageOut, **FAILED})
def revision_prove_today(request: HttpRequest, short: str) -> PageOut:
    revision = find_revision(short)
    prove_today(actor=request.user, row=revision)
    return page_of(revision, now=timezone.now())


@router.post("/drafts/{codename}/{slug}/take-today", response={200: PageOut, **FAILED})
def draft_take_today(request: HttpRequest, codename: str, slug: str, body: PublishIn) -> PageOut:
    draft = take_today(
        actor=request.user, codename=codename, slug=slug, seen=body.seen, now=timezone.now()
    )
    return page_of(draft, now=timezone.now())


@router.post("/drafts/{codename}/{slug}/pictures", response={200: PageOut, **FAILED})
def post_picture(
    request: HttpRequest,
    codename: str,
    slug: str,
    picture: File[UploadedFile],
    step: Form[str],
    alt: Form[str],
    seen: Form[str],
) -> PageOut:
    require_maintainer(request.user)
    if picture.size is None or picture.size > MAX_BROUGHT:
        raise InvalidPicture(f"larger than {MAX_BROUGHT // 1_000_000} MB; choose a smaller one")
    draft = add_picture(
        actor=request.user,
        codename=codename,
        slug=slug,
        seen=seen,
        step=step,
        alt=alt,
        content=picture.read(),
        now=timezone.now(),
    )
    return page_of(draft, now=timezone.now())


@router.post("/drafts/{codename}/{slug}/pictures/remove", response={200: PageOut, **FAILED})
def post_remove_picture(
    request: HttpRequest, codename: str, slug: str, body: RemovePictureIn
) -> PageOut:
    draft = remove_picture(
        actor=request.user,
        codename=codename,
        slug=slug,
        seen=body.seen,
        step=body.step,
        sha256=body.sha256,
        now=timezone.now(),
    )
    return page_of(draft, now=timezone.now())


@router.post("/revisions/{short}/withdraw", response={200: PublishedOut, **FAILED})
def post_withdraw(request: HttpRequest, short: str, body: WithdrawIn) -> PublishedOut:
    withdrawal = withdraw(actor=request.user, short=short, reason=body.reason, now=timezone.now())
    return PublishedOut(version=withdrawal.revision.version, short=withdrawal.revision.short)


def _zip(row: Stored, name: str) -> HttpResponse:
    bundle = load_bundle(row)
    response = HttpResponse(
        write_zip(write_bundle(bundle, pictures_of(bundle))), content_type="application/zip"
    )
    response["Content-Disposition"] = f'attachment; filename="{name}.zip"'
    return response


def make_api() -> NinjaAPI:
    api = NinjaAPI(
        title="Anleitung", version="1", docs_url=None, openapi_url=None, urls_namespace="api"
    )
    add_handlers(api)
    api.add_router("", router)
    api.add_router("", catalogue_router)
    api.add_router("", file_router)
    api.add_router("", watch_router)
    api.add_router("", bench_router)
    return api


api: Any = make_api()
