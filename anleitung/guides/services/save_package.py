"""One package of a draft's file set is written, or taken out of it."""

from datetime import datetime
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction

from anleitung.accounts.keepers import require_keeper
from anleitung.core.documents.package import Package
from anleitung.core.formats.check_document import FieldFault, InvalidDocument, check_document
from anleitung.guides.errors import NoSuchFile
from anleitung.guides.load import find_draft, load_whole
from anleitung.guides.models import Draft
from anleitung.guides.services.read_rows import with_rows_read
from anleitung.guides.services.redraft import is_of_files, require_seen, rewrite


def save_package(
    *,
    actor: User,
    codename: str,
    slug: str,
    seen: str,
    replaces: str,
    value: dict[str, Any],
    now: datetime,
) -> Draft:
    """replaces: the id of the package that is written anew, "" for a new one.

    Raises NotThere, DraftMoved, InvalidDocument, InvalidBundle, AlreadyPublished.
    """
    require_keeper(actor, codename)
    package = check_document("package", value)
    assert isinstance(package, Package)
    if replaces and package.id != replaces:
        says = f"the steps call it {replaces}: the id stays. Add a new file for another id"
        raise InvalidDocument([FieldFault(("id",), says)])
    with transaction.atomic():
        draft = find_draft(codename, slug)
        require_seen(draft, seen)
        bundle = load_whole(draft)
        standing = {p.id: p for p in bundle.packages}
        if not replaces and package.id in standing:
            raise InvalidDocument([FieldFault(("id",), f"{package.id} is in the set already")])
        listed = bundle.guide.files
        if package.id not in listed:
            listed = (*listed, package.id)
        changed = bundle.with_packages(
            tuple((standing | {package.id: package}).values()),
            bundle.guide.model_copy(update={"files": listed}),
        )
        says = f"file {package.id}"
        if not replaces:
            changed, read = with_rows_read(changed, draft, [package.name])
            says += f"; rows read by it: {len(read)}" if read else ""
        rewrite(draft, changed, only=is_of_files, actor=actor, now=now, says=says)
    return draft


def remove_package(
    *, actor: User, codename: str, slug: str, seen: str, package: str, now: datetime
) -> Draft:
    """A file that a step uses cannot be removed. Raises NotThere, DraftMoved, InvalidBundle."""
    require_keeper(actor, codename)
    with transaction.atomic():
        draft = find_draft(codename, slug)
        require_seen(draft, seen)
        bundle = load_whole(draft)
        if package not in {p.id for p in bundle.packages}:
            raise NoSuchFile(f"The draft has no file {package}.")
        used = bundle.steps_using(package)
        if used:
            says = f"step {used[0]} uses it; take it out of the steps first"
            raise InvalidDocument([FieldFault(("id",), says)])
        listed = tuple(f for f in bundle.guide.files if f != package)
        changed = bundle.with_packages(
            tuple(p for p in bundle.packages if p.id != package),
            bundle.guide.model_copy(update={"files": listed}),
        )
        rewrite(
            draft, changed, only=is_of_files, actor=actor, now=now, says=f"file {package} taken out"
        )
    return draft
