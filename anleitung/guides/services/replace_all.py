"""A file, a tool or a build is replaced in all drafts of a codename, and taken back in all."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction

from anleitung.accounts.roles import require_maintainer
from anleitung.core.formats.write_bundle import write_bundle
from anleitung.core.guide.bundle import Bundle
from anleitung.core.proof.result import FindingOut
from anleitung.core.sheet.model import SheetOut
from anleitung.core.writing.replace import Changed, Replaced, replace_in
from anleitung.core.writing.tree import EditRefused
from anleitung.guides.errors import UnreadableGuide
from anleitung.guides.load import as_texts, chosen_for, guides_of, load_whole
from anleitung.guides.models import Draft
from anleitung.guides.services.edit import stand_at
from anleitung.guides.services.redraft import is_of_files, redraft
from anleitung.guides.shelf import shelf_of
from anleitung.guides.written import proof_of
from anleitung.jobs.work import Tick


@dataclass(frozen=True, slots=True)
class Affected:
    """A draft that names it. changed: None where it cannot be, with why in fault."""

    draft: Draft
    before: Bundle
    changed: Changed | None
    fault: str = ""


def look_at_replacing(codename: str, kind: Replaced, old: str, new: str) -> Iterator[Affected]:
    """Every draft that names ``old``; nothing is stored."""
    shelf = shelf_of(codename)
    drafts = Draft.objects.filter(guide__in=guides_of(codename)).select_related("guide")
    for draft in drafts.order_by("title"):
        try:
            whole = load_whole(chosen_for(draft, codename))
            changed = replace_in(whole, kind, old, new, shelf)
        except UnreadableGuide:
            continue  # it is told of on every other page
        except EditRefused as error:
            yield Affected(draft, whole, None, str(error))
            continue
        if changed is not None:
            yield Affected(draft, whole, changed)


def what_it_would_do(
    *,
    codename: str,
    kind: Replaced,
    old: str,
    new: str,
    tick: Tick = lambda done, total: None,
) -> Iterator[dict[str, Any]]:
    """Of each draft: the rows before and after, and its proof before and after."""
    found = list(look_at_replacing(codename, kind, old, new))
    for number, each in enumerate(found):
        tick(number, len(found))
        before = _sheet(each.before, codename)
        after = _sheet(each.changed.bundle, codename) if each.changed else None
        known = {(f.id, f.subject, f.step) for f in _stops(before)}
        yield {
            "slug": each.draft.guide.slug,
            "title": each.draft.title,
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


@dataclass(frozen=True, slots=True)
class Done:
    """The number of the state that was made of a draft."""

    slug: str
    state: int


def replace_all(
    *,
    actor: User,
    codename: str,
    kind: Replaced,
    old: str,
    new: str,
    slugs: Sequence[str],
    now: datetime,
) -> list[Done]:
    """slugs: the drafts in which it is done, all or none of them. Raises EditRefused."""
    require_maintainer(actor)
    done = []
    with transaction.atomic():
        for each in look_at_replacing(codename, kind, old, new):
            draft = each.draft
            if draft.guide.slug not in slugs:
                continue
            if each.changed is None:
                raise EditRefused(f"{draft.title}: {each.fault}")
            written = as_texts(write_bundle(each.changed.bundle))
            kept = {n: t for n, t in draft.files.items() if n in written and not is_of_files(n)}
            says = f"{old} replaced by {new}"
            texts = {**written, **kept}
            redraft(draft, texts, actor=actor, now=now, says=says, as_published=True)
            assert draft.state is not None
            done.append(Done(draft.guide.slug, draft.state.number))
    return done


def take_back(*, actor: User, codename: str, done: Sequence[Done], now: datetime) -> list[str]:
    """Where nobody wrote on meanwhile. Gives the drafts that were written on, and stay."""
    require_maintainer(actor)
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
    return left
