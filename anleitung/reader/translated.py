"""A guide as a reader of another language sees it: what is translated, and what is not."""

from dataclasses import dataclass, field, replace

from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.wording import in_words, wordings_of
from anleitung.core.marked import ENGLISH
from anleitung.core.marked import gettext as _
from anleitung.core.proof.result import ProofOut
from anleitung.core.sheet.build import build_sheet
from anleitung.core.sheet.model import SheetOut
from anleitung.core.sheet.prose import prose_html
from anleitung.guides.load import load_bundle, load_sheet
from anleitung.guides.models import Revision
from anleitung.storage.recent import Kept
from anleitung.translations.load import LANGUAGES, Standings, newest_translation, standings_of

_SHEETS: Kept[str, SheetOut] = Kept(per_language=True)
_WORDS: Kept[str, "InTheirWords"] = Kept(per_language=True)


@dataclass(frozen=True)
class InTheirWords:
    """missing: texts of the author, as they are shown, that stand in the original. says: how much

    is translated, "" where there is nothing to say.
    """

    bundle: Bundle
    key: str = ""
    missing: frozenset[str] = field(default_factory=frozenset)
    says: str = ""


def in_their_words(revision: Revision, language: str) -> InTheirWords:
    bundle = load_bundle(revision)
    if language == ENGLISH:
        return InTheirWords(bundle)
    newest = newest_translation(revision, language)
    key = f"{bundle.fingerprint} {language} {newest.fingerprint if newest else ''}"
    return _WORDS.get_or(key, lambda: _translated(revision, bundle, language))


def _translated(revision: Revision, bundle: Bundle, language: str) -> InTheirWords:
    standing = standings_of(revision, language)
    guide = in_words(bundle.guide, standing.texts)
    done = {s.wording.text for s in standing.texts if s.state == "translated"}
    left = {p.text for p in wordings_of(bundle.guide)} - done
    missing = frozenset(left | {prose_html(text) for text in left})
    return InTheirWords(replace(bundle, guide=guide), standing.seen, missing, _says(standing))


def sheet_in_their_words(revision: Revision, proof: ProofOut, words: InTheirWords) -> SheetOut:
    if not words.key:
        return load_sheet(revision, proof)
    bundle = load_bundle(revision)

    def made() -> SheetOut:
        sheet = build_sheet(words.bundle, proof)
        return sheet.model_copy(update={"fingerprint": bundle.fingerprint})

    return _SHEETS.get_or(f"{bundle.fingerprint} {proof.model} {words.key}", made)


def title_in(revision: Revision, language: str) -> str:
    """For lists of guides: the title as it is translated, else as it is."""
    if language not in LANGUAGES or newest_translation(revision, language) is None:
        return revision.title
    standing = standings_of(revision, language)
    says = {s.wording.place: s.says for s in standing.texts if s.state == "translated"}
    return says.get("title", revision.title)


def _says(standing: Standings) -> str:
    if standing.of is None:
        return _(
            "Nobody has translated this guide yet: what its author wrote stands in English. What "
            "the program says of it is translated."
        )
    left = len(standing.texts) - standing.done
    by = standing.of.by.get_username()
    if not left:
        return _("Translated by {who}. The English original is what was proved.").format(who=by)
    return _(
        "Translated by {who}, except for {left} of {all} texts: they stand in English and are "
        "marked. The English original is what was proved."
    ).format(who=by, left=left, all=len(standing.texts))
