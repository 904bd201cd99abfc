"""YAML as text with positions."""

from typing import Any

import pytest
import yaml
from hypothesis import given
from hypothesis import strategies as st

from anleitung.core.formats.yaml_tree import InvalidYaml, read_yaml

_text = st.text(st.characters(exclude_categories=["C"]), max_size=8)
_keys = st.text(st.characters(exclude_categories=["C"]), min_size=1, max_size=6)
_trees = st.recursive(
    _text,
    lambda inner: st.one_of(st.lists(inner, max_size=3), st.dictionaries(_keys, inner, max_size=3)),
    max_leaves=8,
)


@given(st.dictionaries(_keys, _trees, min_size=1, max_size=3), st.booleans())
def test_what_was_dumped_is_read_as_the_same_texts(value: Any, flow: bool) -> None:
    assert read_yaml(yaml.safe_dump(value, default_flow_style=flow)).value == value


@pytest.mark.parametrize(
    "scalar", ["2219e3", "12.10", "no", "0x1F", "1_000", "null", "~", "on", "08"]
)
def test_scalars_stay_text(scalar: str) -> None:
    assert read_yaml(f"a: {scalar}\nb: [{scalar}]").value == {"a": scalar, "b": [scalar]}


def test_every_value_keeps_its_line() -> None:
    tree = read_yaml("a: 1\nb:\n  - x\n  - c: {d: 2,\n      e: 3}\n")
    lines = {(): 1, ("a",): 1, ("b",): 2, ("b", 0): 3, ("b", 1, "c"): 4, ("b", 1, "c", "e"): 5}
    assert {at: tree.line_of(at) for at in lines} == lines
    assert tree.line_of(("b", 1, "c", "missing", 7)) == 4


@pytest.mark.parametrize(
    ("text", "line", "message"),
    [
        ("a: 1\na: 2", 2, "the key 'a' stands twice"),
        ("? [x]\n: 1", 1, "a key is one word"),
        ("a: 1\n b: 2", 2, "not YAML"),
        ("a: \x07", 1, "not YAML"),
        ("", 1, "the file is empty"),
        ("# only a remark\n", 1, "the file is empty"),
    ],
)
def test_fault_has_its_line(text: str, line: int, message: str) -> None:
    with pytest.raises(InvalidYaml) as caught:
        read_yaml(text)
    assert (caught.value.line, caught.value.message[: len(message)]) == (line, message)


def test_a_bomb_is_refused_before_it_unfolds() -> None:
    """Nine doublings of aliases would be half a billion values."""
    lines = ["a0: &a0 [x, x]"]
    lines += [f"a{i}: &a{i} [{', '.join([f'*a{i - 1}'] * 9)}]" for i in range(1, 10)]
    with pytest.raises(InvalidYaml, match="anchors"):
        read_yaml("\n".join(lines))
