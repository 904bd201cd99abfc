"""After an edit: whatever does not fit the rest of the bundle becomes an open question where it is.

One gate that every edit passes, so that a draft always reads: what is not right yet is asked about
and never dropped.
"""

from dataclasses import replace

from pydantic import ValidationError

from anleitung.core.documents.base import body_of
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.check_bundle import check_bundle
from anleitung.core.guide.check_codenames import Mismatch
from anleitung.core.guide.document import Guide
from anleitung.core.guide.nested import Choose, Nested, OneStep, Steps
from anleitung.core.guide.open_question import OpenQuestion
from anleitung.core.guide.script import RunScript
from anleitung.core.guide.walk import map_steps, step_places, uses_of_passages
from anleitung.core.phone.actions import Step
from anleitung.core.writing.head import unread
from anleitung.core.writing.questions import (
    BESIDE,
    bare_line,
    blank_row,
    first_fault,
    held_line,
)
from anleitung.core.writing.tree import (
    EditRefused,
    free_id,
    in_every_list,
    in_list,
    stored_rows,
)

_ROUNDS = 6


def settle(before: Guide, bundle: Bundle) -> Bundle:
    """bundle: with the edited guide; before: what parts of the head go back to.

    Raises EditRefused where a document beside the guide does not fit.
    """
    for _round in range(_ROUNDS):
        guide = _whole(_not_empty(bundle.guide))
        bundle = replace(bundle, guide=guide)
        found = check_bundle(bundle)
        if not found:
            return bundle
        bundle = replace(bundle, guide=_asked(before, guide, found))
    raise EditRefused(f"This does not fit the rest of the guide: {found[0].message}")


def _whole(guide: Guide) -> Guide:
    require_plain(guide)
    body = body_of(guide)
    try:
        return Guide.model_validate(body)
    except ValidationError as error:
        raise EditRefused(first_fault(error, body)) from error


def require_plain(guide: Guide) -> None:
    """Raises EditRefused where steps are made of rows of which none can be made."""
    for found in stored_rows(guide).values():
        if isinstance(found.step, Nested) and found.step.made:
            _only_plain(found.step)


def _only_plain(step: Nested) -> None:
    """What is done once for each slot, or for each file, is plain steps."""
    for inner in (each for steps in step.lists().values() for each in steps):
        if isinstance(inner, Nested | RunScript):
            raise EditRefused(
                "A row that holds others, or a script, cannot stand in steps done for each "
                "slot or each file.",
                inner.id,
            )


def _not_empty(guide: Guide) -> Guide:
    """Lists that may not be empty hold a row that says that nothing is written there yet."""
    taken = set(stored_rows(guide))

    def filled(step: OneStep) -> OneStep:
        if isinstance(step, OpenQuestion):
            return _with_own_picks(step, taken)
        if isinstance(step, RunScript):
            return _with_own_parts(step, taken)
        if not isinstance(step, Nested) or step.may_be_empty:
            return step
        lists = dict(step.lists())
        written = {at for at, steps in lists.items() if not all(map(_is_blank, steps))}
        if written:
            # Where something is written in one list, another may be empty.
            return step.with_lists({at: s if at in written else () for at, s in lists.items()})
        if any(lists.values()):
            return step
        first = next(iter(lists))
        return step.with_lists(lists | {first: (blank_row(free_id("row", taken)),)})

    guide = in_every_list(map_steps(guide, filled), _without_blanks)
    if not guide.steps:
        return guide.model_copy(update={"steps": (blank_row(free_id("row", taken)),)})
    return guide


def _with_own_picks(step: OpenQuestion, taken: set[str]) -> OpenQuestion:
    """What a row could mean has an id of its own, too."""
    picks = []
    for i, pick in enumerate(step.picks, 1):
        does = pick.does.model_copy(update={"id": f"{step.id[:50].rstrip('-')}-p{i}"})
        taken.add(does.id)
        if isinstance(does, RunScript):
            does = _with_own_parts(does, taken)
        picks.append(pick.model_copy(update={"does": does}))
    same = step.picks == tuple(picks)
    return step if same else step.model_copy(update={"picks": tuple(picks)})


def _with_own_parts(step: RunScript, taken: set[str]) -> RunScript:
    """So does each part of a script; taken: ids of rows, and of parts that came before."""
    parts = tuple(
        part.model_copy(
            update={"does": part.does.model_copy(update={"id": free_id(part.does.id, taken)})}
        )
        for part in step.parts
    )
    return step if parts == step.parts else step.model_copy(update={"parts": parts})


def _without_blanks(steps: Steps) -> Steps:
    """An empty row beside others has done its work."""
    kept = tuple(s for s in steps if not _is_blank(s))
    return kept if kept else steps[:1]


def _is_blank(step: OneStep) -> bool:
    if not isinstance(step, OpenQuestion):
        return False
    # Whatever else somebody wrote on it, it is not blank.
    return step == blank_row(step.id)


def _asked(before: Guide, guide: Guide, found: list[Mismatch]) -> Guide:
    # Rows that are made of stored ones have places, too: it is the stored ones that are asked.
    rows = stored_rows(guide)
    places = {place: name for name, place in step_places(guide).items() if name in rows}
    # What a passage says is not asked about in one guide.
    uses = uses_of_passages(guide).values()
    taken = {name: use.says for use in uses for name in (use.id, *_ids_in(use))}
    done: set[str] = set()
    for each in found:
        if each.file != "guide.yaml":
            raise EditRefused(f"{each.file}: {each.message}")
        if each.at[:1] != ("steps",):
            field = str(each.at[0]) if each.at else ""
            if field in done:
                continue
            done.add(field)
            guide = _head_back(before, guide, field, each.message)
            continue
        row = next(
            (places[each.at[:n]] for n in range(len(each.at), 0, -1) if each.at[:n] in places), ""
        )
        if row in done or row not in stored_rows(guide):
            continue
        if row in taken:
            raise EditRefused(f"{taken[row]}: {each.message}", row)
        done.add(row)
        guide = row_asked(guide, row, each.message)
    return guide


def _ids_in(step: OneStep) -> list[str]:
    lists = step.lists().values() if isinstance(step, Nested) else ()
    held = [inner for steps in lists for inner in steps]
    return [name for inner in held for name in (inner.id, *_ids_in(inner))]


def _head_back(before: Guide, guide: Guide, field: str, says: str) -> Guide:
    if field not in Guide.model_fields:
        raise EditRefused(says)
    if field in ("files", "tools", "programs"):
        # What the guide no longer names is not carried any more: there is nothing to go back to.
        raise EditRefused(f"{field}: {says}")
    typed, stood = body_of(guide).get(field), getattr(before, field)
    if getattr(guide, field) == stood:
        told = says.partition("; known:")[0]
        raise EditRefused(
            f"The {field} of this guide would not fit any more: {told}. Change the {field} first."
        )
    back = guide.model_copy(update={field: stood})
    return unread(back, field, typed, says)


def row_asked(guide: Guide, row: str, says: str) -> Guide:
    """The row as a question; what it holds stands behind it."""
    found = stored_rows(guide)[row]
    step = found.step
    # The list of all that is known is longer than what is wrong.
    told = says.partition("; known:")[0]
    instead: tuple[OneStep, ...]
    if isinstance(step, Choose) and any(o.id == step.option for o in guide.options):
        instead = _with_choices(guide, step)
    elif isinstance(step, Nested):
        asked = _open(step.id, held_line(step), f"{told}{_arms_of(step)}")
        asked = asked.model_copy(update={"prose": step.prose, "pictures": step.pictures})
        instead = (asked, *(s for steps in step.lists().values() for s in steps))
    else:
        assert isinstance(step, Step)
        if isinstance(step, OpenQuestion):
            raise EditRefused(says, row)
        beside = {name: getattr(step, name) for name in BESIDE}
        instead = (_open(step.id, bare_line(step), told).model_copy(update=beside),)
    return in_list(
        guide,
        found.holder,
        found.arm,
        lambda s: tuple(new for x in s for new in (instead if x.id == row else (x,))),
    )


def _arms_of(step: Nested) -> str:
    """Which rows stood in which list, since they stand one behind the other now."""
    held = {at: [inner.id for inner in steps] for at, steps in step.lists().items() if steps}
    if len(step.lists()) < 2 or not held:
        return ""
    told = (f"{'.'.join(map(str, at))}: {', '.join(ids)}" for at, ids in held.items())
    return f". It held {'; '.join(told)}"


def _open(name: str, text: str, says: str) -> OpenQuestion:
    return OpenQuestion(
        id=name, action="open", text=text[:20_000], about="does-not-fit", says=says[:400]
    )


def _with_choices(guide: Guide, step: Choose) -> tuple[OneStep, ...]:
    """A list for each choice; what belonged to one that is gone comes behind, to be looked at."""
    wanted = [choice.id for choice in guide.option(step.option).choices]
    choices = {name: step.choices.get(name, ()) for name in wanted}
    left = [s for name, steps in step.choices.items() if name not in wanted for s in steps]
    changed = step.model_copy(update={"choices": choices})
    if not left:
        return (changed,)
    taken = set(stored_rows(guide))
    asked = _open(
        free_id("row", taken),
        f"choice of {step.option} that is gone",
        "These steps belonged to a choice that is gone. Move them to where they belong.",
    )
    return (changed, asked, *left)
