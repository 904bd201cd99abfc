"""Translations as they stand: of a published state, carried over to those that follow it."""

from dataclasses import dataclass
from functools import cached_property
from hashlib import sha256

from django.conf import settings

from anleitung.core.documents.base import canonical_bytes
from anleitung.core.guide.document import Guide
from anleitung.core.guide.wording import Standing, Translated, stand
from anleitung.guides.load import load_whole
from anleitung.guides.models import Revision
from anleitung.translations.errors import NoSuchLanguage
from anleitung.translations.models import Translation

LANGUAGES: dict[str, str] = {k: str(v) for k, v in settings.LANGUAGES if k != "en"}


@dataclass(frozen=True)
class Standings:
    """How each text of a published state stands in a language.

    of: the translation they are from, None where there is none at all; it may be of an earlier
    revision. seen: what somebody who changes them has seen, "" before the first.
    """

    revision: Revision
    language: str
    of: Translation | None
    texts: tuple[Standing, ...]

    @cached_property
    def done(self) -> int:
        return sum(each.state == "translated" for each in self.texts)

    @property
    def seen(self) -> str:
        return self.of.fingerprint if self.of else ""


def require_language(language: str) -> None:
    """Raises NoSuchLanguage."""
    if language not in LANGUAGES:
        known = ", ".join(LANGUAGES)
        raise NoSuchLanguage(f"Guides are translated into {known}; {language[:12]} is none of it.")


def standings_of(revision: Revision, language: str) -> Standings:
    """Of all codenames of a guide at once. Raises NoSuchLanguage, UnreadableGuide."""
    require_language(language)
    found = newest_translation(revision, language)
    words = words_of(found) if found else {}
    guide: Guide = load_whole(revision).guide
    return Standings(revision, language, found, stand(guide, words))


def newest_translation(revision: Revision, language: str) -> Translation | None:
    """Its own newest, else that of the newest revision before it."""
    return (
        Translation.objects.filter(
            revision__guide=revision.guide_id,
            revision__number__lte=revision.number,
            language=language,
        )
        .order_by("-revision__number", "-number")
        .first()
    )


def words_of(translation: Translation) -> dict[str, Translated]:
    return {place: Translated(**each) for place, each in translation.words.items()}


def fingerprint_of(revision: Revision, language: str, words: dict[str, dict[str, str]]) -> str:
    """SHA-256 over the canonical JSON of the revision's fingerprint, the language and the words."""
    bound = {"revision": revision.fingerprint, "language": language, "words": words}
    return f"sha256:{sha256(canonical_bytes(bound)).hexdigest()}"
