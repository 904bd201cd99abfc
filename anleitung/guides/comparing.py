"""Two stored states of guides, compared under every codename that both are for."""

from dataclasses import dataclass

from pydantic import BaseModel

from anleitung.core.diagrams.run import Budget
from anleitung.core.errors import AnleitungError
from anleitung.core.proof.run.compile import Compiled, run_bundle
from anleitung.core.revisions.compare import compare
from anleitung.core.revisions.compared import ComparisonOut, Level
from anleitung.core.revisions.version import FIRST, level_of, next_version, raised
from anleitung.guides.errors import UnreadableGuide
from anleitung.guides.load import Stored, chosen_for, load_bundle, load_whole
from anleitung.guides.models import Draft, Revision
from anleitung.storage.recent import Kept


class NothingInCommon(AnleitungError):
    """Two states that are for different phones."""

    code = "nothing-in-common"


class ComparedStates(BaseModel):
    """level: of the whole; reason: what decides it. gone, new: codenames of one of them only."""

    level: Level
    reason: str
    equal: bool
    gone: list[str]
    new: list[str]
    codenames: dict[str, ComparisonOut]


_COMPARED: Kept[tuple[str, str], ComparedStates] = Kept(most=40)


def compare_states(first: Stored, second: Stored) -> ComparedStates:
    """first: the earlier. Raises NothingInCommon, UnreadableGuide."""
    key = (first.fingerprint, second.fingerprint)
    return _COMPARED.get_or(key, lambda: _compare(first, second))


def _compare(first: Stored, second: Stored) -> ComparedStates:
    mine, theirs = load_whole(first).codenames, load_whole(second).codenames
    shared = [codename for codename in mine if codename in theirs]
    if not shared:
        raise NothingInCommon(
            f"{first.title} is for {', '.join(mine)}, and {second.title} for {', '.join(theirs)}: "
            "there is no phone on which both can be followed."
        )
    told = {each: compare(_run(first, each), _run(second, each)) for each in shared}
    gone = [codename for codename in mine if codename not in theirs]
    new = [codename for codename in theirs if codename not in mine]
    level = level_of(list(told.values()))
    reason = next((c.reason for c in told.values() if c.level == level), "")
    if gone:
        level, reason = "major", f"It is no longer for {', '.join(gone)}"
    elif new and level in ("patch", "same"):
        level, reason = "minor", f"It is for {', '.join(new)} as well"
    equal = not gone and not new and all(c.equal for c in told.values())
    return ComparedStates(
        level=level, reason=reason, equal=equal, gone=gone, new=new, codenames=told
    )


def _run(row: Stored, codename: str) -> Compiled:
    return run_bundle(load_bundle(chosen_for(row, codename)), Budget())


def predecessor_of(draft: Draft) -> Revision | None:
    """What was published last, withdrawn or not: numbers go on from there."""
    return Revision.objects.filter(guide=draft.guide).order_by("-number").first()


@dataclass(frozen=True, slots=True)
class Numbered:
    """The number of the next revision, and what is told of it. level: "" for the first."""

    version: str
    level: str
    note: str


FIRST_NOTE = "The first version."
_MOST_LINES = 12
_MOST_NOTE = 2_000


def number_for(draft: Draft, wanted: Level | None) -> Numbered:
    """wanted: the author's own level, which may say more than what differs. Raises

    VersionRefused.
    """
    before = predecessor_of(draft)
    if before is None:
        return Numbered(FIRST, "", FIRST_NOTE)
    try:
        told = compare_states(before, draft)
    except (UnreadableGuide, NothingInCommon) as error:
        # Nothing is known to be the same, and that does not keep anybody from publishing.
        note = f"It could not be compared with {before.version}. {error}"
        return Numbered(next_version(before.version, "major"), "major", note[:_MOST_NOTE])
    level = raised(told.level, wanted) if wanted else told.level
    return Numbered(next_version(before.version, level), level, note_of(told))


def note_of(told: ComparedStates) -> str:
    """What differs, a sentence a line, as a note to begin with."""
    lines = [f"No longer for {codename}." for codename in told.gone]
    lines += [f"New for {codename}." for codename in told.new]
    several = len(told.codenames) > 1
    for codename, each in told.codenames.items():
        lines += [f"{codename}: {s.says}." if several else f"{s.says}." for s in each.said]
    return "\n".join(dict.fromkeys(lines[:_MOST_LINES])) or "Nothing differs for any phone."
