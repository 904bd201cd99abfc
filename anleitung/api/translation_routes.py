"""The routes of translations: how each text stands, what is said, and the file of it."""

from datetime import datetime
from typing import Annotated, Any, Literal

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from django.utils.translation import get_language_info
from ninja import File, Form, Router, Schema
from ninja.files import UploadedFile
from pydantic import Field

from anleitung.accounts.keepers import keeps
from anleitung.accounts.roles import is_administrator
from anleitung.api.problems import FAILURES, ProblemOut
from anleitung.api.rights import MAINTAINERS, actor_of
from anleitung.core.documents.base import MAX_PROSE
from anleitung.core.formats.translation_po import MOST_BYTES, write_translation
from anleitung.core.guide.wording import place_words
from anleitung.guides.load import find_version, load_whole
from anleitung.translations.load import LANGUAGES, Standings, standings_of
from anleitung.translations.services.translate import take_file, translate

router = Router(auth=MAINTAINERS)
FAILED: dict[Any, Any] = {FAILURES: ProblemOut}
AT = "/guides/{codename}/{slug}/versions/{version}/translations/{language}"
Seen = Annotated[str, Field(max_length=71)]


class TranslatedTextOut(Schema):
    """where: its place, in words; before: what was translated, where it changed since."""

    place: str
    where: str
    original: str
    is_prose: bool
    says: str
    state: Literal["translated", "changed", "missing"]
    before: str


class LanguageOut(Schema):
    id: str
    name: str


class TranslationOut(Schema):
    """seen: to be sent back with what is said; by, at: of the newest; left_out: of a file."""

    codename: str
    slug: str
    title: str
    version: str
    language: LanguageOut
    languages: list[LanguageOut]
    seen: str
    by: str
    at: datetime | None
    of_version: str
    done: int
    may_write: bool
    texts: list[TranslatedTextOut]
    left_out: int = 0


class TranslateIn(Schema):
    seen: Seen
    says: Annotated[
        dict[Annotated[str, Field(max_length=400)], Annotated[str, Field(max_length=MAX_PROSE)]],
        Field(max_length=2_000),
    ]


@router.get(AT, response={200: TranslationOut, **FAILED})
def get_translation(
    request: HttpRequest, codename: str, slug: str, version: str, language: str
) -> TranslationOut:
    revision = find_version(codename, slug, version)
    return _out(request, standings_of(revision, language), codename)


@router.post(AT, response={200: TranslationOut, **FAILED})
def post_translation(
    request: HttpRequest, codename: str, slug: str, version: str, language: str, body: TranslateIn
) -> TranslationOut:
    standing = translate(
        actor=actor_of(request),
        revision=find_version(codename, slug, version),
        language=language,
        seen=body.seen,
        says=body.says,
        now=timezone.now(),
    )
    return _out(request, standing, codename)


@router.get(f"{AT}/file.po")
def get_translation_file(
    request: HttpRequest, codename: str, slug: str, version: str, language: str
) -> HttpResponse:
    """A PO file, for translators' own tools."""
    revision = find_version(codename, slug, version)
    standing = standings_of(revision, language)
    title = f"{revision.title} {revision.version}"
    written = write_translation(standing.texts, title=title, language=language)
    response = HttpResponse(written, content_type="text/x-gettext-translation; charset=utf-8")
    name = f"{slug}-{revision.version}.{language}.po"
    response["Content-Disposition"] = f'attachment; filename="{name}"'
    return response


@router.post(f"{AT}/file.po", response={200: TranslationOut, **FAILED})
def post_translation_file(
    request: HttpRequest,
    codename: str,
    slug: str,
    version: str,
    language: str,
    seen: Form[Seen],
    file: File[UploadedFile],
) -> TranslationOut:
    """Taken where its originals are those of this version; the rest is counted and left out."""
    standing, left_out = take_file(
        actor=actor_of(request),
        revision=find_version(codename, slug, version),
        language=language,
        seen=seen,
        # One byte more than may be: whoever reads it says that it is too large.
        content=file.read(MOST_BYTES + 1),
        now=timezone.now(),
    )
    found = _out(request, standing, codename)
    found.left_out = left_out
    return found


def _out(request: HttpRequest, standing: Standings, codename: str) -> TranslationOut:
    revision, of, actor = standing.revision, standing.of, actor_of(request)
    languages = [LanguageOut(id=k, name=get_language_info(k)["name"]) for k in LANGUAGES]
    guide = load_whole(revision).guide
    return TranslationOut(
        codename=codename,
        slug=revision.guide.slug,
        title=revision.title,
        version=revision.version,
        language=next(each for each in languages if each.id == standing.language),
        languages=languages,
        seen=standing.seen,
        by=of.by.get_username() if of else "",
        at=of.at if of else None,
        of_version=of.revision.version if of else "",
        done=standing.done,
        may_write=is_administrator(actor) or keeps(actor, revision.guide.codename),
        texts=[
            TranslatedTextOut(
                place=each.wording.place,
                where=place_words(guide, each.wording.place),
                original=each.wording.text,
                is_prose=each.wording.is_prose,
                says=each.says,
                state=each.state,
                before=each.before,
            )
            for each in standing.texts
        ],
    )
