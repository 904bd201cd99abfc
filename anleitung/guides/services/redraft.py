"""A draft that is changed in place: only as it was seen, read anew as a whole, never a copy."""

from collections.abc import Callable
from datetime import datetime

from django.contrib.auth.models import User

from anleitung.core.formats.read_bundle import read_bundle
from anleitung.core.formats.write_bundle import write_bundle
from anleitung.core.guide.bundle import Bundle
from anleitung.guides.also_for import enter_codenames
from anleitung.guides.errors import AlreadyPublished, DraftMoved
from anleitung.guides.history import keep_first_state, keep_state
from anleitung.guides.load import as_texts
from anleitung.guides.models import Draft, Revision
from anleitung.guides.pictures import Held


def require_seen(draft: Draft, seen: str) -> None:
    if draft.fingerprint != seen:
        raise DraftMoved(
            "The draft was replaced since you opened it. Read the new one first.",
            standing=draft.fingerprint,
        )


def redraft(
    draft: Draft,
    texts: dict[str, str],
    *,
    actor: User,
    now: datetime,
    says: str = "",
    about: str = "",
    as_published: bool = False,
) -> Bundle:
    """Within a transaction. says: what was done, for the history; about: the row or field that is

    typed in; as_published: the draft may

    come to be what is published. Raises InvalidBundle, AlreadyPublished, NameTaken: the draft
    stands.
    """
    bundle = read_bundle({name: text.encode() for name, text in texts.items()}, Held())
    if not as_published and Revision.objects.filter(fingerprint=bundle.fingerprint).exists():
        raise AlreadyPublished("So changed, the draft is what is published already.")
    enter_codenames(draft.guide, bundle)
    keep_first_state(draft)
    draft.files, draft.fingerprint, draft.title = texts, bundle.fingerprint, bundle.guide.title
    draft.updated_at, draft.updated_by = now, actor
    keep_state(draft, says, about)
    draft.save()
    return bundle


def is_of_guide(name: str) -> bool:
    return name == "guide.yaml" or name.startswith("prose/")


def is_of_files(name: str) -> bool:
    return is_of_guide(name) or name == "SHA256SUMS" or name.startswith(("packages/", "passages/"))


def is_of_catalogue(name: str) -> bool:
    """The documents that a catalogue holds, and not the guide with its packages."""
    return not is_of_files(name) or name.startswith("passages/")


def is_of_passages(name: str) -> bool:
    """What changes with a passage: a guide may give other things in its places."""
    return is_of_catalogue(name) or is_of_guide(name)


def rewrite(
    draft: Draft,
    bundle: Bundle,
    *,
    only: Callable[[str], bool],
    actor: User,
    now: datetime,
    says: str = "",
) -> Bundle:
    """Writes anew what ``only`` names; all else keeps the form in which it was brought.

    says: what was done, for the history. Within a transaction. Raises InvalidBundle,
    AlreadyPublished; then the draft stands.
    """
    written = as_texts(write_bundle(bundle))
    texts = {name: text for name, text in draft.files.items() if not only(name)}
    texts |= {name: text for name, text in written.items() if only(name)}
    return redraft(draft, texts, actor=actor, now=now, says=says)
