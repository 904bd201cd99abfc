"""Files that an author has at hand are taken into the set of a draft."""

import re
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction

from anleitung.accounts.keepers import require_keeper
from anleitung.core.documents.package import Package
from anleitung.core.formats.check_document import FieldFault, InvalidDocument, check_document
from anleitung.core.guide.bundle import Bundle
from anleitung.guides.load import find_draft, load_whole
from anleitung.guides.models import Draft
from anleitung.guides.services.read_rows import with_rows_read
from anleitung.guides.services.redraft import is_of_files, require_seen, rewrite


@dataclass(frozen=True, slots=True)
class NewFile:
    """digests: algorithm → hex; SHA-256 must be among them."""

    name: str
    role: str
    size: int
    digests: dict[str, str]


def add_files(
    *, actor: User, codename: str, slug: str, seen: str, files: Sequence[NewFile], now: datetime
) -> Draft:
    """A file whose name is in the set already replaces it there: its size and digests.

    Raises NotThere, DraftMoved, InvalidDocument, InvalidBundle, AlreadyPublished.
    """
    require_keeper(actor, codename)
    with transaction.atomic():
        draft = find_draft(codename, slug)
        require_seen(draft, seen)
        whole = load_whole(draft)
        there = {package.name for package in whole.packages}
        new = [file.name for file in files if file.name not in there]
        filled, read = with_rows_read(_with_files(whole, files), draft, new)
        says = f"files added; rows read by them: {len(read)}" if read else "files added"
        rewrite(draft, filled, only=is_of_files, actor=actor, now=now, says=says)
    return draft


def _with_files(bundle: Bundle, files: Sequence[NewFile]) -> Bundle:
    packages = {p.id: p for p in bundle.packages}
    listed = list(bundle.guide.files)
    for file in files:
        standing = next((p for p in packages.values() if p.name == file.name), None)
        taken = _package(file, standing, packages.keys())
        packages[taken.id] = taken
        if taken.id not in listed:
            listed.append(taken.id)
    guide = bundle.guide.model_copy(update={"files": tuple(listed)})
    return bundle.with_packages(tuple(packages.values()), guide)


def _package(file: NewFile, standing: Package | None, used: Any) -> Package:
    digests = dict(file.digests)
    sha256 = digests.pop("sha256", "")
    if not sha256:
        raise InvalidDocument([FieldFault(("sha256",), f"{file.name}: SHA-256 is demanded")])
    new = {"size": file.size, "sha256": sha256, "also": digests}
    if standing is not None:
        checked = check_document("package", {"id": "x", "name": "x", "role": "other", **new})
        assert isinstance(checked, Package)
        update = {"size": checked.size, "sha256": checked.sha256, "also": checked.also}
        return standing.model_copy(update=update)
    value = {"id": _id(file.name, used), "name": file.name, "role": file.role, **new}
    made = check_document("package", value)
    assert isinstance(made, Package)
    return made


def _id(name: str, used: Any) -> str:
    stem = re.sub(r"[^a-z0-9]+", "-", name.rpartition(".")[0].lower() or name.lower()).strip("-")
    base = re.sub(r"^[^a-z]+", "", stem)[:50].strip("-") or "file"
    found, number = base, 2
    while found in used:
        found, number = f"{base}-{number}", number + 1
    return found
