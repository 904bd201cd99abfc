"""The routes of the workbench. Each reads the request, calls one service, shapes the answer."""

from typing import Any

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import File, Form, NinjaAPI, Router
from ninja.files import UploadedFile

from anleitung.accounts.roles import is_administrator, is_maintainer, role_of
from anleitung.api.bench_routes import router as bench_router
from anleitung.api.catalogue_routes import router as catalogue_router
from anleitung.api.compare_routes import router as compare_router
from anleitung.api.file_routes import router as file_router
from anleitung.api.job_routes import router as job_router
from anleitung.api.pages import guides_page, home, page_of
from anleitung.api.problems import FAILURES, JobOut, ProblemOut, add_handlers
from anleitung.api.report_routes import router as report_router
from anleitung.api.review_routes import router as review_router
from anleitung.api.rights import MAINTAINERS, actor_of
from anleitung.api.shapes import (
    BroughtInOut,
    GuidesOut,
    HomeOut,
    LiftedOut,
    MeOut,
    PageOut,
    PublishAsIn,
    PublishedOut,
    PublishIn,
    RemovePictureIn,
    SettleDifferenceIn,
    TrialIn,
    WithdrawIn,
    redrafted_out,
)
from anleitung.api.state_routes import router as state_router
from anleitung.api.translation_routes import router as translation_router
from anleitung.api.watch_routes import router as watch_router
from anleitung.api.writing_routes import router as writing_router
from anleitung.core.formats.pictures import MAX_BROUGHT, InvalidPicture
from anleitung.core.formats.read_bundle import MAX_BYTES, Fault, InvalidBundle
from anleitung.core.formats.write_bundle import write_bundle, write_zip
from anleitung.guides.errors import UnreadableGuide
from anleitung.guides.load import Stored, find_draft, find_revision, load_whole
from anleitung.guides.pictures import pictures_of
from anleitung.guides.services.picture import add_picture, remove_picture
from anleitung.guides.services.prove_today import prove_today, take_today
from anleitung.guides.services.set_trial import set_trial
from anleitung.guides.services.withdraw import withdraw
from anleitung.jobs.services.ask import ask, once
from anleitung.reports.services.lift_notice import lift_notice
from anleitung.review.services.publish import publish

router = Router(auth=MAINTAINERS)
FAILED = {FAILURES: ProblemOut}
# Where the answer may take longer than a moment: then a job is told instead.
LONG: dict[Any, Any] = {202: JobOut, **FAILED}


@router.get("/me", response={200: MeOut, **FAILED})
def me(request: HttpRequest) -> MeOut:
    user = actor_of(request)
    return MeOut(
        name=user.get_username(),
        is_maintainer=is_maintainer(user),
        is_administrator=is_administrator(user),
        role=role_of(user),
    )


@router.get("/home", response={200: HomeOut, **FAILED})
def get_home(request: HttpRequest) -> HomeOut:
    return home(actor=actor_of(request), now=timezone.now())


@router.get("/codenames/{codename}/guides", response={200: GuidesOut, **FAILED})
def get_guides(request: HttpRequest, codename: str) -> GuidesOut:
    return guides_page(codename, actor=actor_of(request), now=timezone.now())


@router.post("/guides/{codename}/{slug}/trial", response={200: GuidesOut, **FAILED})
def post_trial(request: HttpRequest, codename: str, slug: str, body: TrialIn) -> GuidesOut:
    """Kept apart to try things out, or back among the others."""
    set_trial(actor=actor_of(request), codename=codename, slug=slug, is_trial=body.is_trial)
    return guides_page(codename, actor=actor_of(request), now=timezone.now())


@router.get("/drafts/{codename}/{slug}", response={200: PageOut, **LONG})
def get_draft(request: HttpRequest, codename: str, slug: str) -> PageOut:
    return page_of(find_draft(codename, slug), actor=actor_of(request), now=timezone.now())


@router.get("/revisions/{short}", response={200: PageOut, **LONG})
def get_revision(request: HttpRequest, short: str, codename: str = "") -> PageOut:
    """codename: one that the guide is for; its own where none is named."""
    return page_of(find_revision(short, codename), actor=actor_of(request), now=timezone.now())


@router.get("/drafts/{codename}/{slug}/bundle.zip", response={200: bytes, **FAILED})
def draft_bundle(request: HttpRequest, codename: str, slug: str) -> HttpResponse:
    return _zip(find_draft(codename, slug), f"{codename}-{slug}-draft")


@router.get("/revisions/{short}/bundle.zip", response={200: bytes, **FAILED})
def revision_bundle(request: HttpRequest, short: str) -> HttpResponse:
    revision = find_revision(short)
    name = f"{revision.guide.codename}-{revision.guide.slug}-{revision.version}"
    return _zip(revision, name)


@router.post("/bundles", response={200: BroughtInOut, **LONG})
def post_bundle(
    request: HttpRequest, bundle: File[UploadedFile], replaces: Form[str] = ""
) -> BroughtInOut:
    """Read, proved and stored by the worker."""
    if bundle.size is None or bundle.size > MAX_BYTES:
        limit = MAX_BYTES // 1_000_000
        raise InvalidBundle([Fault("the zip file", 0, f"larger than {limit} MB")])
    told = ask(
        actor=actor_of(request),
        kind="import",
        key=once(),
        args={"replaces": replaces[:100]},
        given=bundle.read(),
        now=timezone.now(),
    )
    return BroughtInOut(**told)


@router.post("/drafts/{codename}/{slug}/publish", response={200: PublishedOut, **LONG})
def post_publish(request: HttpRequest, codename: str, slug: str, body: PublishAsIn) -> PublishedOut:
    revision = publish(
        actor=actor_of(request),
        codename=codename,
        slug=slug,
        seen=body.seen,
        now=timezone.now(),
        level=body.level,
        note=body.note,
    )
    return PublishedOut(version=revision.version, short=revision.short)


@router.post("/drafts/{codename}/{slug}/prove-today", response={200: PageOut, **LONG})
def draft_prove_today(request: HttpRequest, codename: str, slug: str) -> PageOut:
    draft, now = find_draft(codename, slug), timezone.now()
    prove_today(actor=actor_of(request), row=draft, at=now)
    return page_of(draft, actor=actor_of(request), now=now)


@router.post("/revisions/{short}/prove-today", response={200: PageOut, **LONG})
def revision_prove_today(request: HttpRequest, short: str, codename: str = "") -> PageOut:
    revision, now = find_revision(short, codename), timezone.now()
    prove_today(actor=actor_of(request), row=revision, at=now)
    return page_of(revision, actor=actor_of(request), now=now)


@router.post("/drafts/{codename}/{slug}/take-today", response={200: BroughtInOut, **FAILED})
def draft_take_today(
    request: HttpRequest, codename: str, slug: str, body: PublishIn
) -> BroughtInOut:
    draft = take_today(
        actor=actor_of(request), codename=codename, slug=slug, seen=body.seen, now=timezone.now()
    )
    return redrafted_out(draft)


@router.post("/drafts/{codename}/{slug}/differences", response={200: BroughtInOut, **LONG})
def post_difference(
    request: HttpRequest, codename: str, slug: str, body: SettleDifferenceIn
) -> BroughtInOut:
    """Proved and stored by the worker."""
    told = ask(
        actor=actor_of(request),
        kind="settle",
        key=once(),
        args={
            "codename": codename,
            "slug": slug,
            "seen": body.seen,
            "address": [body.kind, body.codename, body.name],
            "choice": body.choice,
            "new_name": body.new_name,
        },
        now=timezone.now(),
    )
    return BroughtInOut(**told)


@router.post("/drafts/{codename}/{slug}/pictures", response={200: BroughtInOut, **FAILED})
def post_picture(
    request: HttpRequest,
    codename: str,
    slug: str,
    picture: File[UploadedFile],
    step: Form[str],
    alt: Form[str],
    seen: Form[str],
) -> BroughtInOut:
    if picture.size is None or picture.size > MAX_BROUGHT:
        raise InvalidPicture(f"larger than {MAX_BROUGHT // 1_000_000} MB; choose a smaller one")
    draft = add_picture(
        actor=actor_of(request),
        codename=codename,
        slug=slug,
        seen=seen,
        step=step,
        alt=alt,
        content=picture.read(),
        now=timezone.now(),
    )
    return redrafted_out(draft)


@router.post("/drafts/{codename}/{slug}/pictures/remove", response={200: BroughtInOut, **FAILED})
def post_remove_picture(
    request: HttpRequest, codename: str, slug: str, body: RemovePictureIn
) -> BroughtInOut:
    draft = remove_picture(
        actor=actor_of(request),
        codename=codename,
        slug=slug,
        seen=body.seen,
        step=body.step,
        sha256=body.sha256,
        now=timezone.now(),
    )
    return redrafted_out(draft)


@router.post("/revisions/{short}/withdraw", response={200: PublishedOut, **FAILED})
def post_withdraw(request: HttpRequest, short: str, body: WithdrawIn) -> PublishedOut:
    withdrawal = withdraw(
        actor=actor_of(request), short=short, reason=body.reason, now=timezone.now()
    )
    return PublishedOut(version=withdrawal.revision.version, short=withdrawal.revision.short)


@router.post("/revisions/{short}/lift-notice", response={200: LiftedOut, **FAILED})
def post_lift_notice(
    request: HttpRequest, short: str, body: WithdrawIn, codename: str = ""
) -> LiftedOut:
    lifted = lift_notice(
        actor=actor_of(request),
        short=short,
        codename=codename,
        reason=body.reason,
        now=timezone.now(),
    )
    return LiftedOut(reason=lifted.reason, at=lifted.at, by=lifted.by.get_username())


def _zip(row: Stored, name: str) -> HttpResponse:
    """What cannot be read any more is handed out as it is stored, so that nothing is lost."""
    try:
        bundle = load_whole(row)
        files = write_bundle(bundle, pictures_of(bundle))
    except UnreadableGuide:
        files = {each: str(text).encode(errors="replace") for each, text in row.files.items()}
    response = HttpResponse(write_zip(files), content_type="application/zip")
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
    api.add_router("", compare_router)
    api.add_router("", state_router)
    api.add_router("", review_router)
    api.add_router("", report_router)
    api.add_router("", translation_router)
    api.add_router("", job_router)
    api.add_router("", writing_router)
    return api


api: Any = make_api()
