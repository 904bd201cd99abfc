"""Passages of a published state are said in another language."""

from collections.abc import Mapping
from datetime import datetime

from django.contrib.auth.models import User
from django.db import transaction

from anleitung.accounts.keepers import require_keeper
from anleitung.audit.record import note
from anleitung.core.documents.base import MAX_PROSE
from anleitung.core.documents.plain_text import plain_prose, plain_text
from anleitung.core.formats.translation_po import read_translation
from anleitung.core.guide.wording import Translated, Wording
from anleitung.guides.models import Revision
from anleitung.translations.errors import TranslationMoved, TranslationRefused
from anleitung.translations.load import (
    Standings,
    fingerprint_of,
    newest_translation,
    require_language,
    standings_of,
    words_of,
)
from anleitung.translations.models import Translation

# Other languages need more letters than English for the same words.
MOST_SHORT = 400


def translate(
    *,
    actor: User,
    revision: Revision,
    language: str,
    seen: str,
    says: Mapping[str, str],
    now: datetime,
) -> Standings:
    """says: by place, of the originals as they stand; "" takes a translation away.

    Raises NoRight, NoSuchLanguage, TranslationMoved, TranslationRefused.
    """
    require_language(language)
    require_keeper(actor, revision.guide.codename)
    with transaction.atomic():
        standing = standings_of(revision, language)
        if seen != standing.seen:
            raise TranslationMoved(
                "Somebody else translated meanwhile. Nothing was overwritten: load it again and "
                "save once more."
            )
        words = {
            each.wording.place: Translated(each.wording.text, each.says)
            for each in standing.texts
            if each.state == "translated"
        }
        # What was translated of an original that changed since stays beside it until it is redone.
        stale = {e.wording.place: e for e in standing.texts if e.state == "changed"}
        words |= {p: Translated(e.before, e.says) for p, e in stale.items()}
        known = {each.wording.place: each.wording for each in standing.texts}
        for place, said in says.items():
            if place not in known:
                raise TranslationRefused(
                    f"There is no text {place[:80]!r} in {revision}. Nothing was stored."
                )
            if said.strip():
                words[place] = Translated(known[place].text, _checked(known[place], said))
            else:
                words.pop(place, None)
        before = words_of(standing.of) if standing.of else {}
        if words != before or (standing.of and standing.of.revision_id != revision.pk):
            _store(actor, revision, language, words, now)
    return standings_of(revision, language)


def take_file(
    *,
    actor: User,
    revision: Revision,
    language: str,
    seen: str,
    content: bytes,
    now: datetime,
) -> tuple[Standings, int]:
    """content: a PO file. What is for another original, or for no text, is left out; the number

    tells how many those were. Raises what translate raises, and InvalidTranslation.
    """
    require_keeper(actor, revision.guide.codename)
    words = read_translation(content)
    texts = {e.wording.place: e.wording.text for e in standings_of(revision, language).texts}
    fits = {p: w.says for p, w in words.items() if texts.get(p) == w.original}
    standing = translate(
        actor=actor, revision=revision, language=language, seen=seen, says=fits, now=now
    )
    return standing, len(words) - len(fits)


def _checked(wording: Wording, said: str) -> str:
    most = MAX_PROSE if wording.is_prose else MOST_SHORT
    text = said.strip().replace("\r\n", "\n")
    try:
        if len(text) > most:
            raise ValueError(f"it has {len(text):,} letters, and at most {most:,} fit there")
        return plain_prose(text) if wording.is_prose else plain_text(text)
    except ValueError as error:
        says = f"{wording.place}: {error}. Nothing was stored."
        raise TranslationRefused(says) from error


def _store(
    actor: User,
    revision: Revision,
    language: str,
    words: Mapping[str, Translated],
    now: datetime,
) -> None:
    stored = {p: {"original": w.original, "says": w.says} for p, w in sorted(words.items())}
    last = newest_translation(revision, language)
    number = last.number + 1 if last and last.revision_id == revision.pk else 1
    made = fingerprint_of(revision, language, stored)
    note(actor, "translated", revision.fingerprint, now=now, language=language, words=made)
    Translation.objects.create(
        revision=revision,
        language=language,
        number=number,
        words=stored,
        fingerprint=made,
        at=now,
        by=actor,
    )
