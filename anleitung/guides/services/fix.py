"""A fix of a finding is taken into a draft."""

from dataclasses import dataclass
from datetime import datetime

from django.contrib.auth.models import User
from django.db import transaction

from anleitung.accounts.keepers import require_keeper
from anleitung.core.diagrams.run import Budget
from anleitung.core.guide.document import Guide
from anleitung.core.proof.prove import everything_found
from anleitung.core.proof.repair.admit_through import admit_through
from anleitung.core.proof.repair.find_fix import Fix, find_fix
from anleitung.core.proof.repair.lift import lift
from anleitung.core.proof.run.compile import Compiled, run_bundle
from anleitung.guides.errors import NoFix
from anleitung.guides.load import Stored, find_draft, load_bundle, load_whole
from anleitung.guides.models import Draft
from anleitung.guides.services.redraft import is_of_guide, require_seen, rewrite
from anleitung.jobs.work import LAST, Tick


@dataclass(frozen=True, slots=True)
class Which:
    """A finding of a proof: its id, what it is about, and its step."""

    finding: str
    subject: str
    step: str


def fixes_of(row: Stored, tick: Tick) -> list[tuple[Which, Fix]]:
    """Every finding for which an edit is known that keeps the law."""
    compiled = run_bundle(load_bundle(row), Budget())
    if not compiled.run.finished:
        return []
    everything = everything_found(compiled)
    told = []
    for number, found in enumerate(everything):
        tick(number, len(everything))
        known = find_fix(compiled, found)
        if known is not None and _for_all(row, known.guide) is not None:
            told.append((Which(found.finding, found.subject, found.step), known))
    return told


def fix(
    *,
    actor: User,
    codename: str,
    slug: str,
    seen: str,
    which: Which | None,
    now: datetime,
    tick: Tick = lambda done, total: None,
) -> Draft:
    """Found first, and then stored where the draft is still the one that was seen.

    which: None for the admission, made as narrow as the steps.
    Raises NotThere, DraftMoved, NoFix, AlreadyPublished.
    """
    require_keeper(actor, codename)
    draft = find_draft(codename, slug)
    require_seen(draft, seen)
    compiled = run_bundle(load_bundle(draft), Budget())
    tick(1, 3)
    known = _fix_of(compiled, which) if which else admit_through(compiled)
    guide = _for_all(draft, known.guide) if known else None
    if guide is None:
        raise NoFix(_NO_FIX if which else _NO_ADMISSION)
    with transaction.atomic():
        tick(*LAST)  # from here on it is not stopped any more
        draft = find_draft(codename, slug)
        require_seen(draft, seen)
        edited = load_whole(draft).with_guide(guide)
        rewrite(
            draft, edited, only=is_of_guide, actor=actor, now=now, says=known.says if known else ""
        )
    return draft


_NO_FIX = "No edit is known that takes this away without a new stop elsewhere."
_NO_ADMISSION = (
    "No condition in few words lets in just the phones that come through. Take the fixes at the "
    "rows, or write the admission by hand."
)


def _fix_of(compiled: Compiled, which: Which) -> Fix | None:
    everything = everything_found(compiled)
    asked = (f for f in everything if Which(f.finding, f.subject, f.step) == which)
    found = next(asked, None)
    return find_fix(compiled, found) if found else None


def _for_all(row: Stored, edited: Guide) -> Guide | None:
    """The edit in the guide as it is stored; None where it would harm another of its codenames."""
    whole = load_whole(row)
    if load_bundle(row) is whole:
        return edited
    return lift(whole, row.chosen or whole.device.codename, edited)
