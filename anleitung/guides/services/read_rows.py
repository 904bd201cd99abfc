"""Rows of a draft that were open since nobody knew a file, once it is in the set."""

from collections.abc import Iterable

from anleitung.core.guide.bundle import Bundle
from anleitung.core.writing.notes.known import Known
from anleitung.core.writing.notes.unknown_files import read_again
from anleitung.core.writing.settle import settle
from anleitung.guides.models import Draft
from anleitung.guides.shelf import shelf_for


def with_rows_read(bundle: Bundle, draft: Draft, names: Iterable[str]) -> tuple[Bundle, list[str]]:
    """names: of files that are new in the bundle. The second: ids of the rows that were read."""
    mine = draft.chosen or draft.guide.codename
    shelf = shelf_for(draft).with_bundle(bundle)
    done: list[str] = []
    for name in names:
        known = Known(bundle.for_codename(mine), shelf)
        guide, read = read_again(bundle.guide, known, name)
        if read:
            bundle = settle(bundle.guide, bundle.with_guide(guide))
            done += read
    return bundle, done
