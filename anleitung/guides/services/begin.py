"""A guide is begun: empty, from notes, as a copy, or from a guide of another codename."""

from dataclasses import dataclass
from datetime import datetime
from typing import Any, Literal

from django.contrib.auth.models import User
from django.db import transaction
from pydantic import ValidationError

from anleitung.accounts.keepers import require_keeper
from anleitung.catalogue.load import load_builds, load_device, load_schemes, stored_builds
from anleitung.core.documents.base import MAX_PROSE
from anleitung.core.documents.device import Device
from anleitung.core.formats.write_bundle import write_bundle
from anleitung.core.guide.aim import AIMS, Aim
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.document import MAX_STEPS
from anleitung.core.guide.document import Guide as GuideDocument
from anleitung.core.writing.begin import BeginRefused, copy_of, empty_guide, lineage_words
from anleitung.core.writing.carry_over import carry_over
from anleitung.core.writing.notes.about_files import with_told
from anleitung.core.writing.notes.draft import Drafted, draft_notes
from anleitung.core.writing.notes.known import Known
from anleitung.core.writing.notes.read import TooManyNotes, read_notes
from anleitung.core.writing.ops import Insert, Place
from anleitung.core.writing.questions import first_fault
from anleitung.core.writing.session import edit_bundle
from anleitung.core.writing.shelf import Shelf, carry
from anleitung.core.writing.tree import stored_rows
from anleitung.guides.also_for import enter_codenames
from anleitung.guides.history import keep_state
from anleitung.guides.lineage import keep_lineage
from anleitung.guides.load import (
    Stored,
    as_texts,
    find_draft,
    find_revision,
    guides_of,
    held_guides,
    load_bundle,
    load_whole,
)
from anleitung.guides.models import Draft, Guide, PastedNotes, Revision
from anleitung.guides.shelf import shelf_of

How = Literal["empty", "notes", "copy", "carry"]


@dataclass(frozen=True, slots=True)
class Begun:
    """drafted: what became of the notes, None without any."""

    draft: Draft
    drafted: Drafted | None = None


def begin(
    *,
    actor: User,
    codename: str,
    how: How,
    slug: str,
    title: str,
    aim: str,
    system: str,
    text: str,
    source: str,
    now: datetime,
) -> Begun:
    """source: "codename/slug" of a draft, or the short fingerprint of a revision.

    Raises BeginRefused, NoSuchDocument, NotThere, TooManyNotes, NameTaken; then nothing is stored.
    """
    load_device(codename)  # what is not there is nobody's
    require_keeper(actor, codename)
    drafted, row = None, None
    try:
        if how == "copy":
            row = _source(source, codename)
            words = _lineage(row)
            bundle = copy_of(load_whole(row), slug, title, words)
        else:
            bundle = _empty(codename, slug, title, aim, system)
        if how == "carry":
            row = _source(source, "")
            guide = bundle.guide.model_copy(update={"lineage": _lineage(row)})
            guides = tuple((each.slug, "") for each in guides_of(codename))
            bundle = carry_over(
                load_bundle(row), bundle.with_guide(guide), shelf_of(codename), guides
            )
        if how == "notes":
            shelf = shelf_of(codename)
            drafted = read_for(bundle, codename, text, shelf)
            bundle = with_notes(bundle, drafted, shelf, "")
    except ValidationError as error:
        raise BeginRefused(first_fault(error, {})) from error
    with transaction.atomic():
        draft = _store(bundle, actor, now, drafted, text)
        if row is not None:
            keep_lineage(draft.guide, row, now=now)
    return Begun(draft, drafted)


def _empty(codename: str, slug: str, title: str, aim: str, system: str) -> Bundle:
    device = load_device(codename)
    if aim not in AIMS:
        raise BeginRefused(f"The aim of a guide is one of {', '.join(AIMS)}.")
    scheme = tuple(s for s in load_schemes() if s.id == device.scheme)
    builds = tuple(stored_builds(codename).values())
    newest = next(reversed(load_builds(device)), "")
    if not builds:
        raise BeginRefused(f"The catalogue lists no build of {codename}. Enter one first.")
    shelf = shelf_of(codename)
    guide = _guide(device, slug, title, aim, system, newest, shelf)
    bundle = Bundle(
        guide=guide,
        device=device,
        builds=builds,
        packages=(),
        tools=(),
        schemes=scheme,
        programs=(),
    )
    return carry(bundle, (), shelf)


def _guide(
    device: Device,
    slug: str,
    title: str,
    aim: Any,
    system: str,
    newest: str,
    shelf: Shelf,
) -> GuideDocument:
    known: Aim = aim
    families = {p.content.family for p in shelf.packages.values() if p.content}
    if system and system not in families | {"stock"}:
        says = f"No file of {device.codename} brings a system {system}. Add one, or say stock."
        raise BeginRefused(says)
    guide = empty_guide(
        device.codename,
        slug,
        title,
        known,
        system=system,
        newest_base=newest,
        tools=_usual_tools(shelf),
    )
    # What the promise speaks of comes with the file that brings it.
    brings = [
        p.id
        for p in shelf.packages.values()
        if p.content and p.role == "system" and p.content.family == system
    ]
    files = tuple(brings[:1]) if system and system != "stock" else ()
    return guide.model_copy(update={"files": files})


def _usual_tools(shelf: Shelf) -> tuple[str, ...]:
    """Those that take commands; a program with windows comes in with the step that names it."""
    return tuple(t.id for t in shelf.tools.values() if t.commands)[:4]


def _source(source: str, codename: str) -> Stored:
    of, stroke, slug = source.partition("/")
    row: Stored = find_draft(of, slug) if stroke else find_revision(source, "")
    if codename and codename not in load_whole(row).codenames:
        raise BeginRefused(
            f"{row.title} is not for {codename}. Begin from it as another codename's."
        )
    return row


def _lineage(row: Stored) -> str:
    state = f"version {row.version}" if isinstance(row, Revision) else "its draft"
    return lineage_words(row.title, row.guide.codename, f"{state}, {row.fingerprint[7:19]}")


def read_for(bundle: Bundle, codename: str, text: str, shelf: Shelf) -> Drafted:
    """The notes as rows with ids that are free in the guide; takes time. Raises TooManyNotes."""
    known = Known(bundle.for_codename(codename), shelf.with_bundle(bundle))
    drafted = draft_notes(read_notes(text, known), set(stored_rows(bundle.guide)))
    if len(drafted.steps) > MAX_STEPS:
        raise TooManyNotes(f"more than {MAX_STEPS:,} steps; paste a part of them")
    if len(drafted.introduction) + len(bundle.guide.introduction) + 2 > MAX_PROSE:
        raise TooManyNotes(
            f"more than {MAX_PROSE:,} characters stand before the first step; paste them apart"
        )
    return drafted


def with_notes(bundle: Bundle, drafted: Drafted, shelf: Shelf, after: str) -> Bundle:
    """after: a row of the guide, "" for its end. Raises EditRefused."""
    if drafted.introduction:
        joined = f"{bundle.guide.introduction}\n\n{drafted.introduction}".strip()
        bundle = bundle.with_guide(bundle.guide.model_copy(update={"introduction": joined}))
    bundle = _with_told(bundle, drafted, shelf)
    if not drafted.steps:
        return bundle
    at = Place(after=after) if after else Place()
    put_in = Insert(op="insert", at=at, steps=tuple(drafted.steps))
    return edit_bundle(bundle, [put_in], shelf).bundle


def _with_told(bundle: Bundle, drafted: Drafted, shelf: Shelf) -> Bundle:
    """Links and digests of the notes stand at their files, which come into the set with them."""
    packages = {p.id: p for p in bundle.packages}
    listed = list(bundle.guide.files)
    for told in drafted.of_files:
        package = packages.get(told.file) or shelf.packages.get(told.file)
        if package is None:
            continue
        packages[package.id] = with_told(package, told)
        if package.id not in listed:
            listed.append(package.id)
    if not drafted.of_files:
        return bundle
    guide = bundle.guide.model_copy(update={"files": tuple(listed)})
    return carry(bundle.with_packages(tuple(packages.values()), guide), (), shelf)


def _store(bundle: Bundle, actor: User, now: datetime, drafted: Drafted | None, text: str) -> Draft:
    codename, slug = bundle.device.codename, bundle.guide.id
    if held_guides().filter(codename=codename, slug=slug).exists():
        raise BeginRefused(f"{codename} has a guide {slug} already. Give this one another name.")
    guide, _is_new = Guide.objects.get_or_create(codename=codename, slug=slug)
    enter_codenames(guide, bundle)
    draft = Draft(
        guide=guide,
        fingerprint=bundle.fingerprint,
        title=bundle.guide.title,
        files=as_texts(write_bundle(bundle)),
        updated_at=now,
        updated_by=actor,
    )
    keep_state(draft, "begun")
    draft.save()
    if drafted is not None:
        store_notes(draft, drafted, text, actor, now)
    return draft


def store_notes(draft: Draft, drafted: Drafted, text: str, actor: User, now: datetime) -> None:
    rows = [{"number": n.number, "row": n.row, "says": n.says} for n in drafted.lines]
    PastedNotes.objects.create(guide=draft.guide, text=text, rows=rows, at=now, by=actor)
