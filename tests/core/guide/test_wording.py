"""What an author says in own words: found wherever it stands, and said in another language."""

from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from anleitung.core.formats.translation_po import (
    MOST_BYTES,
    InvalidTranslation,
    read_translation,
    write_translation,
)
from anleitung.core.guide.wording import (
    Translated,
    in_words,
    place_words,
    stand,
    wordings_of,
)
from anleitung.core.proof.prove import prove
from anleitung.demo.bundles import guide_names
from tests.core.bundles import bundle

NAMES = [name for name in guide_names("palstek") if name in ("clean-install", "unlock")]
TITLE = ("guide.yaml", "title: Install Wattläufer 5", "title: Put Wattläufer 5 on it")
SIGHT = "A white ring on black, then a menu"


def of(name: str = "clean-install") -> dict[str, Translated]:
    """Everything translated: the words turned round are another language."""
    return {w.place: Translated(w.text, w.text[::-1]) for w in wordings_of(bundle(name).guide)}


@pytest.mark.parametrize("name", NAMES)
def test_places_are_unique_and_every_word_of_an_author_is_found(name: str) -> None:
    guide = bundle(name).guide
    found = wordings_of(guide)
    assert len({w.place for w in found}) == len(found)
    texts = {w.text for w in found}
    assert {guide.title, guide.summary, guide.introduction} <= texts
    assert {t for o in guide.options for t in (o.ask, *(c.says for c in o.choices))} <= texts
    assert all(place_words(guide, w.place) for w in found)


def test_what_the_phone_shows_letter_by_letter_is_no_wording() -> None:
    guide = bundle().guide
    shown = [m.text for step in guide.steps for m in getattr(step, "messages", ())]
    assert shown
    assert not set(shown) & {w.text for w in wordings_of(guide)}


@pytest.mark.parametrize("name", NAMES)
def test_a_translation_changes_words_and_no_effect(name: str) -> None:
    whole = bundle(name)
    guide = in_words(whole.guide, stand(whole.guide, of(name)))
    texts = [w.text for w in wordings_of(guide)]
    assert texts == [w.text[::-1] for w in wordings_of(whole.guide)]
    mine, other = (prove(each) for each in (whole, replace(whole, guide=guide)))
    assert (mine.paths, mine.phones) == (other.paths, other.phones)
    assert [(f.id, f.step) for f in mine.findings] == [(f.id, f.step) for f in other.findings]
    assert [(p.condition, p.kept) for p in mine.promises] == [
        (p.condition, p.kept) for p in other.promises
    ]
    assert in_words(whole.guide, stand(whole.guide, {})) == whole.guide


def test_a_changed_original_takes_only_itself_out() -> None:
    changed = stand(bundle("clean-install", TITLE).guide, of())
    assert [s.wording.place for s in changed if s.state != "translated"] == ["title"]
    (title,) = (s for s in changed if s.state == "changed")
    assert (title.before, title.says) == ("Install Wattläufer 5", "5 refuälttaW llatsnI")


def test_a_row_under_another_name_keeps_its_translation() -> None:
    renamed = bundle("clean-install", ("guide.yaml", "start-rettungsring", "begin-rettungsring"))
    found = {s.wording.place: s for s in stand(renamed.guide, of())}
    assert found["step begin-rettungsring sight"].says == SIGHT[::-1]


@settings(max_examples=60)
@given(st.dictionaries(st.sampled_from(sorted(of())), st.text(max_size=40), max_size=8))
def test_a_file_gives_back_what_was_written(says: dict[str, str]) -> None:
    guide = bundle().guide
    clean = {p: s for p, s in says.items() if s.strip() and s.isprintable()}
    words = {p: Translated(of()[p].original, s) for p, s in clean.items()}
    # Two places with the same original share what is said of one of them.
    standings = stand(guide, words)
    read = read_translation(write_translation(standings, title="Any", language="de"))
    assert read == {
        s.wording.place: Translated(s.wording.text, s.says)
        for s in standings
        if s.state == "translated"
    }


@pytest.mark.parametrize(
    ("content", "says"),
    [
        (b"\xff\xfe", "no PO file in UTF-8"),
        (b"msgid", "no PO file"),
        (b'msgid "a"\nmsgstr "b"\n', "no context"),
        (b'msgctxt "x"\nmsgid "a"\nmsgid_plural "as"\nmsgstr[0] "b"\nmsgstr[1] "c"\n', "plural"),
        (b"x" * (MOST_BYTES + 1), "larger than 2 MB"),
        (b'msgid "a"\n' * 41_000, "more than 20,000 messages"),
    ],
)
def test_a_file_that_cannot_be_read_says_why(content: bytes, says: str) -> None:
    with pytest.raises(InvalidTranslation, match=says):
        read_translation(content)
