"""One row of another state of a guide is taken into this one: as it stands there, in its place."""

from anleitung.core.documents.base import body_of
from anleitung.core.guide.document import Guide
from anleitung.core.guide.nested import Nested, OneStep
from anleitung.core.writing import ops
from anleitung.core.writing.tree import EditRefused, Found, own_body, row_of, stored_rows


def taking(mine: Guide, theirs: Guide, *, row: str, other: str) -> ops.AnyEdit:
    """row: the row here, "" where there is none; other: what it is there, "" where it is gone.

    Raises EditRefused where one of them is not there (any more), or belongs to a passage.
    """
    if not row and not other:
        raise EditRefused("Name a row.", "")
    if not other:
        row_of(mine, row)
        return ops.Remove(op="remove", ids=(row,))
    found = row_of(theirs, other)
    if row:
        standing = row_of(mine, row)
        if isinstance(standing.step, Nested) != isinstance(found.step, Nested):
            says = "One of the two holds other rows. Take it over by hand."
            raise EditRefused(says, row)
        return ops.Put(op="put", id=row, step={**own_body(found.step), "id": row})
    return ops.Insert(op="insert", at=_place(mine, found), steps=(_whole(found.step),))


def _whole(step: OneStep) -> dict[str, object]:
    return {"action": step.action, **body_of(step)}  # type: ignore[union-attr]


def _place(mine: Guide, found: Found) -> ops.Place:
    """After the row that it follows there, as far as that is here; else before the next one."""
    rows = stored_rows(mine)
    before = [s.id for s in found.beside[: found.index] if s.id in rows]
    if before:
        return ops.Place(after=before[-1])
    behind = [s.id for s in found.beside[found.index + 1 :] if s.id in rows]
    if behind:
        return ops.Place(before=behind[0])
    if found.holder and found.holder in rows:
        return ops.Place(within=found.holder, arm=found.arm)
    return ops.Place()
