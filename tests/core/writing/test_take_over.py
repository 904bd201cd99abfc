"""Rows are taken over one by one, until the two guides are the same."""

from random import Random

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.walk import rows_of
from anleitung.core.revisions.match import match_rows
from anleitung.core.writing.session import edit_bundle
from anleitung.core.writing.shelf import Shelf
from anleitung.core.writing.take_over import taking
from anleitung.core.writing.tree import EditRefused
from tests.core.bundles import bundle
from tests.core.proof.random_guides import random_bundle
from tests.core.revisions.test_compare import BASE, otherwise


def taken(mine: Bundle, theirs: Bundle, row: str, other: str) -> Bundle:
    wanted = taking(mine.guide, theirs.guide, row=row, other=other)
    return edit_bundle(mine, [wanted], Shelf().with_bundle(theirs)).bundle


def one_by_one(mine: Bundle, theirs: Bundle) -> Bundle:
    """Every differing row that did not move, as a maintainer would press them, the first first."""
    for _ in range(60):
        first, second = rows_of(mine.guide), rows_of(theirs.guide)
        for pair in match_rows(first, second):
            row = first[pair.first].step if pair.first is not None else None
            other = second[pair.second].step if pair.second is not None else None
            if pair.moved or row == other:
                continue
            mine = taken(mine, theirs, row.id if row else "", other.id if other else "")
            break
        else:
            return mine
    raise AssertionError("it never ends")


@settings(max_examples=40)
@given(st.integers(0, 2**32))
def test_what_was_dropped_or_said_otherwise_comes_back_row_by_row(seed: int) -> None:
    theirs = random_bundle(seed, base=BASE)
    mine = otherwise(theirs, Random(seed))
    pairs = match_rows(rows_of(mine.guide), rows_of(theirs.guide))
    if any(pair.moved for pair in pairs):
        return  # a moved row is moved by hand
    assert one_by_one(mine, theirs).guide.steps == theirs.guide.steps


def test_a_row_comes_with_its_file_and_what_is_gone_is_refused() -> None:
    theirs = bundle("clean-install")
    steps = theirs.guide.steps
    mine = theirs.with_guide(theirs.guide.model_copy(update={"steps": (*steps[:3], *steps[4:])}))
    back = taken(mine, theirs, "", steps[3].id)
    assert back.guide.steps == steps
    out = taken(theirs, mine, steps[3].id, "")
    assert out.guide.steps == mine.guide.steps
    for row, other in (("", ""), ("nowhere", ""), ("", "nowhere"), ("nowhere", steps[0].id)):
        with pytest.raises(EditRefused):
            taking(mine.guide, theirs.guide, row=row, other=other)
