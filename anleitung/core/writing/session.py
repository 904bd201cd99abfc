"""A guide as it stands after edits, with the documents that it carries then."""

from collections.abc import Iterable
from dataclasses import dataclass, replace
from functools import partial

from anleitung.core.guide.bundle import Bundle
from anleitung.core.writing.edits import Written, apply_edits
from anleitung.core.writing.ops import AnyEdit
from anleitung.core.writing.passages import taken_whole
from anleitung.core.writing.reading import read_row
from anleitung.core.writing.settle import require_plain, settle
from anleitung.core.writing.shelf import Shelf, carry


@dataclass(frozen=True, slots=True)
class Edited:
    """touched: ids of the rows that were written."""

    bundle: Bundle
    touched: tuple[str, ...]


def edit_bundle(
    bundle: Bundle, edits: Iterable[AnyEdit], shelf: Shelf, *, who: str = "", standing_by: str = ""
) -> Edited:
    """bundle: as it is stored, with all its codenames. Raises EditRefused."""
    before = bundle.guide
    read = partial(read_row, bundle=bundle, shelf=shelf.with_bundle(bundle))
    there = shelf.with_bundle(bundle)
    written = Written(
        before, read, who, standing_by, maker=bundle.device.maker, there=there.passages
    )
    guide = apply_edits(written, edits)
    require_plain(guide)
    passages = {**there.passages, **written.passages}
    guide = taken_whole(before, guide, passages)
    standing = tuple(p for p in bundle.passages if p.id not in written.passages)
    changed = replace(bundle, guide=guide, passages=(*standing, *written.passages.values()))
    carried = carry(changed, written.touched, shelf)
    return Edited(settle(before, carried), tuple(dict.fromkeys(written.touched)))
