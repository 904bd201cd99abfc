"""The chained record: whatever is removed, changed, moved or slipped in is found."""

from dataclasses import replace

from hypothesis import given
from hypothesis import strategies as st

from anleitung.core.record import Link, body_of, digest_of, first_fault, next_link


def chained(*texts: str) -> list[Link]:
    links: list[Link] = []
    for text in texts:
        body = body_of(at="2026-11-01T12:00:00+00:00", who="a1", did="did", about=text, told={})
        links.append(next_link(links[-1] if links else None, body))
    return links


texts = st.lists(st.text(max_size=12), min_size=2, max_size=8)


@given(texts)
def test_what_nobody_touched_holds(given_texts: list[str]) -> None:
    links = chained(*given_texts)
    assert first_fault(links) == ""
    assert first_fault(links, links[-1].digest) == ""


@given(texts, st.data())
def test_what_is_removed_changed_or_moved_is_found(texts: list[str], data: st.DataObject) -> None:
    links = chained(*texts)
    head = links[-1].digest
    at = data.draw(st.integers(0, len(links) - 1))
    assert first_fault(links[:at] + links[at + 1 :], head) != ""
    changed = replace(links[at], body=links[at].body + " ")
    assert f"entry {at + 1} was changed" == first_fault([*links[:at], changed, *links[at + 1 :]])
    # Even where its own digest was made to fit, the next entry or the head tells it.
    fitted = replace(changed, digest=digest_of(changed.before, changed.number, changed.body))
    assert first_fault([*links[:at], fitted, *links[at + 1 :]], head) != ""
    assert first_fault([*links, replace(links[at])]) != ""
