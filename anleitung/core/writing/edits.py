"""Edits of a guide, done one after the other on what stands there now."""

from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass, field, replace
from typing import Any

from anleitung.core.documents.base import Document
from anleitung.core.guide.document import Guide
from anleitung.core.guide.nested import Nested, OneStep, Steps
from anleitung.core.guide.open_question import OpenQuestion
from anleitung.core.guide.passage import Passage, use_of
from anleitung.core.guide.walk import map_steps
from anleitung.core.phone.actions import Step
from anleitung.core.writing import head, ops
from anleitung.core.writing.lists_within import list_at, place_now, put_list
from anleitung.core.writing.passages import made_of
from anleitung.core.writing.questions import (
    BESIDE,
    CHANGED,
    blank_row,
    clash,
    gone,
    step_or_question,
    validated,
    whole_body,
)
from anleitung.core.writing.shapes import comparable, read_lines
from anleitung.core.writing.tree import (
    EditRefused,
    Found,
    free_id,
    in_every_list,
    in_list,
    mark_of_row,
    own_body,
    row_of,
    stored_rows,
)

# What a line is read as: a step as plain values, its id aside.
ReadLine = Callable[[str], dict[str, Any]]


@dataclass(slots=True)
class Written:
    """The guide so far. touched: ids of rows that were written; who: whose edits these are;

    maker: of the phone; there: passages at hand; passages: that were made of rows.

    standing_by: who wrote what stands there, where that is somebody else.
    """

    guide: Guide
    read: ReadLine
    who: str = ""
    standing_by: str = ""
    maker: str = ""
    there: Mapping[str, Passage] = field(default_factory=dict)
    passages: dict[str, Passage] = field(default_factory=dict)
    touched: list[str] = field(default_factory=list)


def apply_edits(written: Written, edits: Iterable[ops.AnyEdit]) -> Guide:
    """Raises EditRefused; what comes out is settled by ``settle``."""
    for edit in edits:
        written.guide = _DO[type(edit)](written, edit)
    return written.guide


def _write(written: Written, edit: ops.Write) -> Guide:
    plain = written.read(edit.line)
    if edit.id is None:
        return _insert_at(written, edit.at, [plain])
    put = ops.Put(op="put", id=edit.id, was=edit.was, step=plain, after=edit.at.after)
    standing = stored_rows(written.guide).get(edit.id)
    if standing is not None and isinstance(standing.step, Step):
        # A line says what is done; what else was written beside the row stays.
        kept = {k: v for k, v in own_body(standing.step).items() if k in BESIDE}
        put = put.model_copy(update={"step": {**kept, **plain}})
    return _put(written, put)


def _put(written: Written, edit: ops.Put) -> Guide:
    new_id = str(edit.step.get("id", edit.id))
    found = stored_rows(written.guide).get(edit.id)
    if found is None:
        return _put_where_it_was(written, edit)
    plain = {**edit.step, "id": edit.id}
    if new_id != edit.id:
        if new_id in stored_rows(written.guide):
            raise EditRefused(f"Another row is called {new_id} already.", edit.id)
        plain["id"] = new_id
    if isinstance(found.step, Nested):
        return _put_nested(written, edit, found.step, plain)
    step = step_or_question(plain)
    if edit.was and edit.was != mark_of_row(found.step) and step != found.step:
        step = clash(found.step, step, by=written.standing_by, who=written.who)
    written.touched.append(step.id)
    return in_list(
        written.guide, found.holder, found.arm, lambda steps: _swap(steps, edit.id, (step,))
    )


def _set(written: Written, edit: ops.Set) -> Guide:
    found = stored_rows(written.guide).get(edit.id)
    if found is None:
        step = {k: v for k, v in {**edit.was, **edit.change}.items() if v is not None}
        return _put_where_it_was(
            written, ops.Put(op="put", id=edit.id, step=step, after=edit.after)
        )
    standing = own_body(found.step)
    change = dict(read_lines(edit.change, written.read))
    was = dict(read_lines(edit.was, written.read))
    now = {k: v for k, v in {**standing, **change}.items() if v is not None}
    moved = [
        name
        for name, seen in was.items()
        if name in change
        and comparable(standing.get(name)) not in (comparable(seen), comparable(change[name]))
    ]
    if not moved:
        return _put(written, ops.Put(op="put", id=edit.id, step=now))
    if isinstance(found.step, Nested):
        raise EditRefused(CHANGED, edit.id)
    step_mine = step_or_question({**now, "id": edit.id})
    both = clash(found.step, step_mine, by=written.standing_by, who=written.who)
    written.touched.append(edit.id)
    return in_list(written.guide, found.holder, found.arm, lambda s: _swap(s, edit.id, (both,)))


def _put_nested(written: Written, edit: ops.Put, standing: Nested, plain: dict[str, Any]) -> Guide:
    """The row's own fields are new; the rows that it holds stay where they are."""
    if edit.was and edit.was != mark_of_row(standing):
        raise EditRefused(CHANGED, edit.id)
    lists = standing.lists()
    if plain.get("action") != standing.action:  # type: ignore[attr-defined]
        raise EditRefused("This row holds others. Take them out of it first.", edit.id)
    whole = {**plain}
    kept: list[OneStep] = []
    before = own_body(standing)
    for at, steps in lists.items():
        now = place_now(at, before, whole)
        if now is None or list_at(whole, now) is None:
            kept += steps
        else:
            put_list(whole, now, list(map(whole_body, steps)))
    step = validated(whole, edit.id)
    written.touched.append(step.id)
    found = row_of(written.guide, edit.id)
    # What stood in a list that is gone comes after the row, and is not lost.
    return in_list(
        written.guide, found.holder, found.arm, lambda s: _swap(s, edit.id, (step, *kept))
    )


def _put_where_it_was(written: Written, edit: ops.Put) -> Guide:
    """The row was removed meanwhile: what was written is kept, as a question of what is right."""
    step = step_or_question({**edit.step, "id": edit.id})
    says = f"This row was removed while {written.who or 'you'} wrote it."
    taken = set(stored_rows(written.guide))
    back: list[OneStep] = []
    if isinstance(step, Nested):
        # It comes back with the rows that were written in it, behind a question.
        back = [
            blank_row(free_id("row", taken)).model_copy(update={"about": "clash", "says": says})
        ]
        back.append(with_free_ids(step, taken))
    else:
        back = [gone(step, says)]
    written.touched += [each.id for each in back]
    return _insert_steps(written, ops.Place(after=edit.after), back)


def _insert(written: Written, edit: ops.Insert) -> Guide:
    return _insert_at(written, edit.at, list(edit.steps))


def _insert_at(written: Written, at: ops.Place, plains: list[dict[str, Any]]) -> Guide:
    taken = set(stored_rows(written.guide))
    steps = [with_free_ids(step_or_question(_named(p)), taken) for p in plains]
    written.touched += [s.id for s in steps]
    return _insert_steps(written, at, steps)


def _named(plain: dict[str, Any]) -> dict[str, Any]:
    action = str(plain.get("action") or "open")
    return {"id": "row" if action == "open" else action, **plain}


def _insert_steps(written: Written, at: ops.Place, steps: list[OneStep]) -> Guide:
    rows = stored_rows(written.guide)
    beside = rows.get(at.after or at.before or "")
    if beside is not None:
        index = beside.index + (at.after is not None)
        holder, arm = beside.holder, beside.arm
    elif at.within and at.within in rows:
        holder, arm = at.within, at.arm
        index = MANY
    elif at.before is None and at.after is None and not at.within:
        holder, arm, index = "", (), MANY
    else:
        # The row beside which it belongs is gone: at the end, where it is seen.
        holder, arm, index = "", (), MANY
    return in_list(written.guide, holder, arm, lambda old: (*old[:index], *steps, *old[index:]))


MANY = 1_000_000


def with_free_ids(step: OneStep, taken: set[str]) -> OneStep:
    """The step and all in it, each with an id that no other row has; then they are taken."""
    if isinstance(step, Nested):
        lists = {
            at: tuple(with_free_ids(inner, taken) for inner in inside)
            for at, inside in step.lists().items()
        }
        step = step.with_lists(lists)
    return step.model_copy(update={"id": free_id(step.id, taken)})


def _remove(written: Written, edit: ops.Remove) -> Guide:
    gone = set(edit.ids)
    return in_every_list(written.guide, lambda s: tuple(x for x in s if x.id not in gone))


def _chosen(written: Written, ids: Iterable[str]) -> list[Found]:
    """In the order in which they are read; those within another chosen one go with it."""
    rows, wanted = stored_rows(written.guide), set(ids)
    for name in wanted:
        row_of(written.guide, name)
    inside: set[str] = set()
    for name in wanted:
        if isinstance(rows[name].step, Nested):
            inside |= _within(rows[name].step)
    return [found for name, found in rows.items() if name in wanted and name not in inside]


def _within(step: OneStep) -> set[str]:
    if not isinstance(step, Nested):
        return set()
    held = [inner for steps in step.lists().values() for inner in steps]
    return {inner.id for inner in held}.union(*map(_within, held)) if held else set()


def _move(written: Written, edit: ops.Move) -> Guide:
    chosen = _chosen(written, edit.ids)
    steps = [found.step for found in chosen]
    moved = {s.id for s in steps}.union(*(_within(s) for s in steps))
    named = edit.at.before or edit.at.after or edit.at.within
    if named in moved:
        raise EditRefused("A row cannot be moved into itself.", named or "")
    if named and named not in stored_rows(written.guide):
        raise EditRefused("The row beside which it should stand is gone.", named)
    written.touched += [s.id for s in steps]
    gone = {s.id for s in steps}
    without = in_every_list(written.guide, lambda s: tuple(x for x in s if x.id not in gone))
    return _insert_steps(_on(written, without), edit.at, steps)


def _on(written: Written, guide: Guide) -> Written:
    return replace(written, guide=guide)


def _duplicate(written: Written, edit: ops.Duplicate) -> Guide:
    chosen = _chosen(written, edit.ids)
    taken = set(stored_rows(written.guide))
    copies = [with_free_ids(found.step, taken) for found in chosen]
    written.touched += [c.id for c in copies]
    return _insert_steps(written, ops.Place(after=chosen[-1].step.id), copies)


def _fold(written: Written, edit: ops.Fold) -> Guide:
    chosen = _chosen(written, edit.ids)
    if len({(found.holder, found.arm) for found in chosen}) > 1:
        raise EditRefused("These rows do not stand in one list.", chosen[-1].step.id)
    inside = [found.step for found in chosen]
    there = {**written.there, **written.passages}
    made = made_of(edit.line, inside, written.guide.codename, written.maker, there)
    if made is not None:
        passage, given = made
        written.passages[passage.id] = passage
        into = use_of(passage, passage.id, given)
        return _folded(written, chosen, validated(_free(written, into), chosen[0].step.id))
    into = written.read(edit.line) if edit.line else edit.into
    plain = {"id": str(into.get("action", "")), **into}
    steps = [whole_body(f.step) for f in chosen]
    arm = edit.arm or ("steps",)
    if plain.get("action") == "passage":
        raise EditRefused(
            "To make these steps a passage, write its name alone. To take another passage in their "
            "place, write it on a line of its own, and remove them.",
            chosen[0].step.id,
        )
    if plain["id"] == "open":
        raise EditRefused(f"“{edit.line}” is no row that holds others.", chosen[0].step.id)
    if list_at(plain, arm) is None:
        raise EditRefused("The new row has no such list of steps.", chosen[0].step.id)
    put_list(plain, arm, steps)
    return _folded(written, chosen, validated(_free(written, plain), chosen[0].step.id))


def _free(written: Written, plain: dict[str, Any]) -> dict[str, Any]:
    return plain | {"id": free_id(plain["id"], set(stored_rows(written.guide)))}


def _folded(written: Written, chosen: list[Found], holder: OneStep) -> Guide:
    """The new row in the place of the first of them."""
    written.touched.append(holder.id)
    first, gone = chosen[0], {found.step.id for found in chosen}

    def change(steps: Steps) -> Steps:
        kept: list[OneStep] = []
        for step in steps:
            if step.id == first.step.id:
                kept.append(holder)
            elif step.id not in gone:
                kept.append(step)
        return tuple(kept)

    return in_list(written.guide, first.holder, first.arm, change)


def _unfold(written: Written, edit: ops.Unfold) -> Guide:
    found = row_of(written.guide, edit.id)
    if not isinstance(found.step, Nested):
        raise EditRefused("This row holds no others.", edit.id)
    inside = tuple(step for steps in found.step.lists().values() for step in steps)
    blank = inside or (blank_row(edit.id),)
    written.touched += [s.id for s in blank]
    return in_list(written.guide, found.holder, found.arm, lambda s: _swap(s, edit.id, blank))


def _pick(written: Written, edit: ops.Pick) -> Guide:
    found = row_of(written.guide, edit.id)
    if not isinstance(found.step, OpenQuestion) or edit.number >= len(found.step.picks):
        raise EditRefused("There is no such meaning to take.", edit.id)
    meant = whole_body(found.step.picks[edit.number].does)
    kept = {k: v for k, v in own_body(found.step).items() if k in BESIDE}
    step = step_or_question({**kept, **meant, "id": edit.id})
    written.touched.append(step.id)
    return in_list(written.guide, found.holder, found.arm, lambda s: _swap(s, edit.id, (step,)))


def _as_prose(written: Written, edit: ops.AsProse) -> Guide:
    found = row_of(written.guide, edit.id)
    if not isinstance(found.step, OpenQuestion):
        raise EditRefused("This row is a step; its words are its own.", edit.id)
    text = "\n\n".join(filter(None, [found.step.text, found.step.prose]))
    before = found.beside[found.index - 1].id if found.index else found.holder
    guide = in_list(written.guide, found.holder, found.arm, lambda s: _swap(s, edit.id, ()))

    def joined(old: str) -> str:
        return f"{old}\n\n{text}" if old else text

    if not before:
        return guide.model_copy(update={"introduction": joined(guide.introduction)})
    written.touched.append(before)
    return map_steps(
        guide,
        lambda s: s.model_copy(update={"prose": joined(s.prose)}) if s.id == before else s,
    )


def _head(written: Written, edit: ops.Head) -> Guide:
    return head.set_field(written.guide, edit)


def _swap(steps: Steps, name: str, instead: tuple[OneStep, ...]) -> Steps:
    return tuple(new for step in steps for new in (instead if step.id == name else (step,)))


_DO: dict[type[Document] | type[ops.Edit], Callable[[Written, Any], Guide]] = {
    ops.Write: _write,
    ops.Put: _put,
    ops.Set: _set,
    ops.Insert: _insert,
    ops.Remove: _remove,
    ops.Move: _move,
    ops.Duplicate: _duplicate,
    ops.Fold: _fold,
    ops.Unfold: _unfold,
    ops.Pick: _pick,
    ops.AsProse: _as_prose,
    ops.Head: _head,
    ops.AnswerHead: lambda written, edit: head.answer(written.guide, edit),
}
