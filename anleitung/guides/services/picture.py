"""A picture is put to a step of a draft, or taken from it."""

from collections.abc import Callable
from datetime import datetime

from django.contrib.auth.models import User
from django.db import transaction
from pydantic import ValidationError

from anleitung.accounts.keepers import require_keeper
from anleitung.core.documents.picture import Picture
from anleitung.core.formats.pictures import InvalidPicture, clean_picture
from anleitung.core.guide.nested import OneStep
from anleitung.core.guide.walk import map_steps, rows_of
from anleitung.guides.errors import NoSuchStep
from anleitung.guides.load import find_draft, load_whole
from anleitung.guides.models import Draft
from anleitung.guides.pictures import store_picture
from anleitung.guides.services.redraft import is_of_guide, require_seen, rewrite

MOST = 4


def add_picture(
    *,
    actor: User,
    codename: str,
    slug: str,
    seen: str,
    step: str,
    alt: str,
    content: bytes,
    now: datetime,
) -> Draft:
    """content: any usual picture; what is kept is upright, small, and holds nothing else.

    Raises NotThere, DraftMoved, InvalidPicture, InvalidBundle, AlreadyPublished.
    """
    require_keeper(actor, codename)
    kept = clean_picture(content)
    try:
        picture = Picture(sha256=kept.digest, alt=alt, width=kept.width, height=kept.height)
    except ValidationError as error:
        says = "Say in 5 to 400 characters what is to be seen, for those who do not see it."
        raise InvalidPicture(says) from error

    def put(found: OneStep) -> OneStep:
        others = tuple(p for p in found.pictures if p.sha256 != picture.sha256)
        if len(others) >= MOST:
            raise InvalidPicture(f"This step shows {MOST} pictures already.")
        return found.model_copy(update={"pictures": (*others, picture)})

    with transaction.atomic():
        store_picture(kept, actor=actor, now=now)
        return _change(actor, codename, slug, seen, step, put, now)


def remove_picture(
    *, actor: User, codename: str, slug: str, seen: str, step: str, sha256: str, now: datetime
) -> Draft:
    """Raises NotThere, DraftMoved, AlreadyPublished."""
    require_keeper(actor, codename)

    def take(found: OneStep) -> OneStep:
        left = tuple(p for p in found.pictures if p.sha256 != sha256)
        return found.model_copy(update={"pictures": left})

    with transaction.atomic():
        return _change(actor, codename, slug, seen, step, take, now)


def _change(
    actor: User,
    codename: str,
    slug: str,
    seen: str,
    step: str,
    change: Callable[[OneStep], OneStep],
    now: datetime,
) -> Draft:
    draft = find_draft(codename, slug)
    require_seen(draft, seen)
    bundle = load_whole(draft)
    if step not in {row.step.id for row in rows_of(bundle.guide)}:
        raise NoSuchStep(f"The draft has no step {step}.")
    guide = map_steps(bundle.guide, lambda s: change(s) if s.id == step else s)
    rewrite(
        draft,
        bundle.with_guide(guide),
        only=is_of_guide,
        actor=actor,
        now=now,
        says=f"a picture of {step}",
    )
    return draft
