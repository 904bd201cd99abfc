"""A file, a tool or a build is replaced in all drafts of a codename, and taken back in all.

A newer release of a file is offered to published guides as well: each gets a draft for it.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction

from anleitung.accounts.keepers import require_keeper
from anleitung.core.documents.package import Package
from anleitung.core.formats.write_bundle import write_bundle
from anleitung.core.guide.bundle import Bundle
from anleitung.core.proof.result import FindingOut
from anleitung.core.sheet.model import SheetOut
from anleitung.core.writing.newer import (
    NewFile,
    older_names,
    taken_over,
    with_newer,
    words_apart,
)
from anleitung.core.writing.replace import Changed, Replaced, replace_in
from anleitung.core.writing.shelf import Shelf
from anleitung.core.writing.tree import EditRefused
from anleitung.guides.errors import UnreadableGuide
from anleitung.guides.load import (
    Stored,
    as_texts,
    chosen_for,
    guides_of,
    load_whole,
    readable,
)
from anleitung.guides.models import Draft, Revision
from anleitung.guides.services.edit import stand_at
from anleitung.guides.services.next_draft import draft_from
from anleitung.guides.services.redraft import is_of_files, redraft
from anleitung.guides.shelf import shelf_of
from anleitung.guides.written import proof_of
from anleitung.jobs.work import Tick


@dataclass(frozen=True, slots=True)
class Named:
    """What is named is replaced by another that is at hand."""

    kind: Replaced
    old: str
    new: str
    everywhere = False

    @property
    def says(self) -> str:
        return f"{self.old} replaced by {self.new}"

    def in_bundle(self, whole: Bundle, codename: str, shelf: Shelf) -> Changed | None:
        return replace_in(whole, self.kind, self.old, self.new, shelf)

    def takes_over(self, whole: Bundle) -> list[str]:
        return []


@dataclass(frozen=True, slots=True)
class Newer:
    """A file gives way to its newer release, in published guides as well."""

    file: NewFile
    everywhere = True

    @property
    def says(self) -> str:
        return f"{self.file.name} in the place of {self.file.before}"

    def in_bundle(self, whole: Bundle, codename: str, shelf: Shelf) -> Changed | None:
        return with_newer(whole, self.file, codename)

    def takes_over(self, whole: Bundle) -> list[str]:
        return [
            word for p in whole.packages if p.name == self.file.before for word in taken_over(p)
        ]


Replacement = Named | Newer


def replacement_of(plain: dict[str, Any]) -> Replacement:
    """plain: as it was sent, its kind among the fields."""
    fields = {name: value for name, value in plain.items() if name != "kind"}
    if plain["kind"] == "newer":
        return Newer(NewFile(**fields | {"sha256": fields["sha256"].lower()}))
    return Named(plain["kind"], **fields)


@dataclass(frozen=True, slots=True)
class Affected:
    """A draft that names it, or what is published of a guide without one.

    changed: None where it cannot be, with why in fault.
    """

    row: Stored
    before: Bundle
    changed: Changed | None
    fault: str = ""


def look_at_replacing(codename: str, what: Replacement) -> Iterator[Affected]:
    """Every draft that names it; nothing is stored."""
    shelf = shelf_of(codename)
    for row in (chosen_for(each, codename) for each in _rows(codename, what)):
        try:
            whole = load_whole(row)
            changed = what.in_bundle(whole, codename, shelf)
        except UnreadableGuide:
            continue  # it is told of on every other page
        except EditRefused as error:
            yield Affected(row, whole, None, str(error))
            continue
        if changed is not None:
            yield Affected(row, whole, changed)


def _rows(codename: str, what: Replacement) -> list[Stored]:
    guides = guides_of(codename)
    drafts = Draft.objects.filter(guide__in=guides).select_related("guide").order_by("title")
    rows: list[Stored] = list(drafts)
    if what.everywhere:
        written = {draft.guide_id for draft in drafts}
        published = Revision.objects.filter(guide__in=guides, withdrawal=None)
        newest = {r.guide_id: r for r in published.select_related("guide").order_by("number")}
        rows += [r for pk, r in newest.items() if pk not in written]
    return rows


def files_before(codename: str, name: str) -> list[str]:
    """Names of files of its guides that this one follows, the latest first."""
    found: dict[str, Package] = {}
    apart: frozenset[str] = frozenset()
    for _row, bundle in readable([chosen_for(row, codename) for row in _rows(codename, _ANY)]):
        apart |= words_apart(bundle)
        found |= {package.name: package for package in bundle.packages}
    return older_names(name, found.values(), apart)


_ANY = Newer(NewFile(name="", sha256="", size=0, before=""))


def what_it_would_do(
    *,
    codename: str,
    what: Replacement,
    tick: Tick = lambda done, total: None,
) -> Iterator[dict[str, Any]]:
    """Of each draft: the rows before and after, and its proof before and after."""
    found = list(look_at_replacing(codename, what))
    for number, each in enumerate(found):
        tick(number, len(found))
        before = _sheet(each.before, codename)
        after = _sheet(each.changed.bundle, codename) if each.changed else None
        known = {(f.id, f.subject, f.step) for f in _stops(before)}
        yield {
            "slug": each.row.guide.slug,
            "title": each.row.title,
            "version": each.row.version if isinstance(each.row, Revision) else "",
            "takes_over": what.takes_over(each.before),
            "rows": list(each.changed.rows) if each.changed else [],
            "stops_before": before.stops if before else -1,
            "warnings_before": before.warnings if before else -1,
            "stops_after": after.stops if after else -1,
            "warnings_after": after.warnings if after else -1,
            "new_stops": [
                f.message for f in _stops(after) if (f.id, f.subject, f.step) not in known
            ],
            "fault": each.fault,
        }


def _sheet(whole: Bundle, codename: str) -> SheetOut | None:
    """As it is for the codename; None where its proof takes longer than a moment."""
    mine = codename if codename in whole.codenames else whole.device.codename
    return proof_of(whole.for_codename(mine)).sheet


def _stops(sheet: SheetOut | None) -> list[FindingOut]:
    if sheet is None:
        return []
    found = [*sheet.general, *(f for row in sheet.rows for f in row.findings)]
    return [f for f in found if f.severity == "stop"]


# Of a draft that was begun for a newer file alone, and goes when that is taken back.
_FOR_THIS = "begun for a newer file, from"


@dataclass(frozen=True, slots=True)
class Done:
    """The number of the state that was made of a draft."""

    slug: str
    state: int


def replace_all(
    *,
    actor: User,
    codename: str,
    what: Replacement,
    slugs: Sequence[str],
    now: datetime,
) -> list[Done]:
    """slugs: the drafts in which it is done, all or none of them. Raises EditRefused."""
    require_keeper(actor, codename)
    done = []
    with transaction.atomic():
        for each in look_at_replacing(codename, what):
            if each.row.guide.slug not in slugs:
                continue
            if each.changed is None:
                raise EditRefused(f"{each.row.title}: {each.fault}")
            row = each.row
            draft = draft_from(row, actor, now, _FOR_THIS) if isinstance(row, Revision) else row
            written = as_texts(write_bundle(each.changed.bundle))
            kept = {n: t for n, t in draft.files.items() if n in written and not is_of_files(n)}
            texts = {**written, **kept}
            redraft(draft, texts, actor=actor, now=now, says=what.says, as_published=True)
            assert draft.state is not None
            done.append(Done(draft.guide.slug, draft.state.number))
    return done


def take_back(*, actor: User, codename: str, done: Sequence[Done], now: datetime) -> list[str]:
    """Where nobody wrote on meanwhile. Gives the drafts that were written on, and stay."""
    require_keeper(actor, codename)
    left = []
    with transaction.atomic():
        for each in done:
            draft = (
                Draft.objects.filter(guide__in=guides_of(codename), guide__slug=each.slug)
                .select_related("guide", "state__before")
                .first()
            )
            if draft is None or draft.state is None or draft.state.number != each.state:
                left.append(each.slug)
            elif draft.state.before is not None:
                stand_at(draft, draft.state.before, actor, now)
                if draft.state.before is None and draft.state.says.startswith(_FOR_THIS):
                    draft.delete()
    return left
