"""Whatever is sent as a document is taken or refused with places, and never anything else."""

import copy
import json
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from pydantic import BaseModel

from anleitung.core.documents.base import body_of, fingerprint_of
from anleitung.core.formats.check_document import FieldFault, InvalidDocument, check_document
from anleitung.demo.catalogue import catalogue_files

DOCUMENTS = list(catalogue_files())
_scalars = st.one_of(
    st.none(),
    st.booleans(),
    st.integers(-3, 10**6),
    st.text(max_size=8),
    st.sampled_from(["KU", "power", "x" * 300, "\u0000", "١٢", "-1", "1e9", "{file}", "../x"]),
)
_values = st.recursive(
    _scalars,
    lambda inner: (
        st.lists(inner, max_size=3) | st.dictionaries(st.text(max_size=5), inner, max_size=3)
    ),
    max_leaves=6,
)


def _places(value: Any, at: tuple[Any, ...] = ()) -> list[tuple[Any, ...]]:
    found = [at]
    items: Any = ()
    if isinstance(value, dict):
        items = value.items()
    elif isinstance(value, list):
        items = enumerate(value)
    for key, inner in items:
        found += _places(inner, (*at, key))
    return found


def _put(value: Any, at: tuple[Any, ...], new: Any) -> None:
    for key in at[:-1]:
        value = value[key]
    value[at[-1]] = new


@settings(max_examples=300)
@given(st.data())
def test_one_place_changed_at_random(data: st.DataObject) -> None:
    kind, _, good = data.draw(st.sampled_from(DOCUMENTS))
    value = copy.deepcopy(good)
    places = [at for at in _places(value) if at]
    at = data.draw(st.sampled_from(places))
    _put(value, at, data.draw(_values))
    document, faults = _checked(kind, value)
    if document is not None:
        again = check_document(kind, json.loads(json.dumps(body_of(document))))
        assert again == document
        return
    assert faults
    for fault in faults:
        assert fault.message.strip()
        # The place is one that stands in what was sent, or a field missing from it.
        here: Any = value
        for part in fault.at[:-1]:
            here = here[part]


def _checked(kind: str, value: Any) -> tuple[BaseModel | None, tuple[FieldFault, ...]]:
    try:
        return check_document(kind, value), ()
    except InvalidDocument as error:
        return None, error.faults


@given(_values)
def test_anything_at_all(value: Any) -> None:
    for kind in ("device", "tool", "scheme", "build", "system"):
        with pytest.raises(InvalidDocument):
            check_document(kind, value)


@pytest.mark.parametrize("number", range(0, len(DOCUMENTS), 4))
def test_canonical_form_comes_back_with_the_same_fingerprint(number: int) -> None:
    kind, _, value = DOCUMENTS[number]
    document = check_document(kind, value)
    body = body_of(document)
    again = check_document(kind, body)
    assert fingerprint_of(kind, body_of(again)) == fingerprint_of(kind, body)


@pytest.mark.parametrize("number", range(0, len(DOCUMENTS), 4))
def test_order_of_fields_makes_no_difference(number: int) -> None:
    kind, _, value = DOCUMENTS[number]

    def turned(each: Any) -> Any:
        if isinstance(each, dict):
            return {key: turned(each[key]) for key in reversed(each)}
        return [turned(one) for one in each] if isinstance(each, list) else each

    a, b = check_document(kind, value), check_document(kind, turned(value))
    assert fingerprint_of(kind, body_of(a)) == fingerprint_of(kind, body_of(b))
