"""Notes: the ten texts of the demo against what their authors meant, and whatever is pasted."""

from dataclasses import replace
from functools import cache
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from anleitung.core.diagrams.run import Budget
from anleitung.core.guide.aim import Aim
from anleitung.core.guide.bundle import Bundle
from anleitung.core.proof.prove import report
from anleitung.core.proof.repair.behind import find_behind
from anleitung.core.proof.run.compile import run_bundle
from anleitung.core.shorthand.lines import print_line, step_of
from anleitung.core.writing.begin import empty_guide
from anleitung.core.writing.notes.about_files import ToldOfFile, with_told
from anleitung.core.writing.notes.draft import draft_notes
from anleitung.core.writing.notes.known import Known
from anleitung.core.writing.notes.read import MAX_LINES, Note, TooManyNotes, read_notes
from anleitung.core.writing.ops import Insert, Place
from anleitung.core.writing.session import edit_bundle
from anleitung.core.writing.shelf import Shelf, carry
from anleitung.demo.bundles import demo_bundle, guide_names
from tests.core.writing.notes_meant import MEANT

NOTES = Path(__file__).parents[3] / "anleitung/demo/notes"
TEXTS = sorted(NOTES.glob("*.txt"))


@cache
def known() -> Known:
    """All that the guides of palstek carry is at hand."""
    shelf = Shelf()
    for name in guide_names("palstek"):
        mine = Shelf().with_bundle(demo_bundle("palstek", name).for_codename("palstek"))
        shelf = Shelf(
            {**mine.packages, **shelf.packages},
            {**mine.programs, **shelf.programs},
            {**mine.tools, **shelf.tools},
        )
    own = demo_bundle("palstek", "clean-install")
    return Known(own, shelf.with_bundle(own))


def said(note: Note) -> list[str]:
    """The steps of a line as short forms, where there is no doubt of any."""
    found = []
    for row in note.rows:
        if len(row.steps) != 1 or row.open_about:
            return ["?"]
        step = row.steps[0]
        found.append("compared" if "joins" in step else print_line(step_of(step, "x"))[3:])
    return found


def right(name: str) -> tuple[int, int]:
    """Lines of a text that say to do something, and how many became exactly what was meant."""
    read = {note.number: said(note) for note in read_notes((NOTES / name).read_text(), known())}
    meant = MEANT[name]
    return sum(read[number] == lines for number, lines in meant.items()), len(meant)


@pytest.mark.parametrize("name", [path.name for path in TEXTS])
def test_four_of_five_lines_become_the_step_that_was_meant(name: str) -> None:
    found, of = right(name)
    assert found >= 0.8 * of


@pytest.mark.parametrize("name", [path.name for path in TEXTS])
def test_no_line_becomes_a_step_that_was_not_meant(name: str) -> None:
    """What is not understood is asked, and never guessed wrong in silence."""
    for note in read_notes((NOTES / name).read_text(), known()):
        steps = said(note)
        if steps and steps != ["?"]:
            assert steps == MEANT[name].get(note.number), note.text


# What each of the texts would do to some reader, however early phones end in it.
DANGERS = {
    "01-terse": ("install", "firmware-of-another-variant"),
    "02-chatty": ("install", "firmware-of-another-variant"),
    "03-commands": ("install", "left-not-starting"),
    "04-two-systems": ("update", "firmware-of-another-variant"),
    "05-mistakes": ("install", "firmware-of-another-variant"),
    "06-base-only": ("base", "firmware-of-another-variant"),
    "07-root": ("root", "image-of-another-release"),
    "08-back-to-stock": ("back", "undeclared-loss"),
    "09-paragraph": ("install", "base-too-old"),
    "10-half-asleep": ("install", "firmware-of-another-variant"),
}


def drafted(name: str, aim: Aim) -> Bundle:
    """As a draft that is begun with these notes."""
    here, shelf = known().bundle, known().shelf
    guide = empty_guide(
        "palstek",
        "from-notes",
        "From notes",
        aim,
        system="wattlaeufer",
        newest_base=here.builds[-1].build,
        tools=tuple(shelf.tools),
    )
    guide = guide.model_copy(update={"files": ("wattlaeufer",)})
    empty = replace(here, guide=guide, packages=(), tools=(), programs=())
    steps = draft_notes(read_notes((NOTES / f"{name}.txt").read_text(), known()), set()).steps
    put_in = Insert(op="insert", at=Place(), steps=tuple(steps))
    return edit_bundle(carry(empty, (), shelf), [put_in], shelf).bundle


@pytest.mark.parametrize(("name", "aim", "danger"), [(n, a, d) for n, (a, d) in DANGERS.items()])
def test_the_real_danger_of_notes_is_named_at_once(name: str, aim: Aim, danger: str) -> None:
    compiled = run_bundle(drafted(name, aim), Budget())
    behind = find_behind(compiled)
    found = [*report(compiled).findings, *(behind.findings if behind else ())]
    assert danger in {each.id for each in found if each.severity == "stop"}


@given(st.text(max_size=300))
def test_whatever_is_pasted_is_read_back_whole_and_in_order(text: str) -> None:
    read = read_notes(text, known())
    assert "\n".join(note.text for note in read) == text
    drafted = draft_notes(read, set())
    # Every line that holds anything is in a row or in the introduction.
    held = {line.number for line in drafted.lines}
    assert {n.number for n in read if n.read_as != "blank"} == held


HOSTILE = [
    "<html><body onload=alert(1)><ul><li>flash</li></ul></body></html>",
    "\u202eflash radio radio-12.4.7-m6.img",
    "Erst den Akku laden, dann das Telefon in den Bootloader bringen.",
    "a" * 5_000,
    "\x00\x07 charge",
    "- " * 2_000,
]


@pytest.mark.parametrize("text", HOSTILE)
def test_hostile_and_foreign_text_is_kept_and_makes_no_step_by_itself(text: str) -> None:
    [note] = read_notes(text, known())
    assert note.text == text
    assert [r for r in note.rows if r.steps and not r.open_about] == []


def test_too_much_is_refused_before_it_is_read() -> None:
    for text in ("x\n" * (MAX_LINES + 1), "x" * 2_000_001):
        with pytest.raises(TooManyNotes, match="paste a part of them"):
            read_notes(text, known())


def test_what_was_compared_later_is_said_of_the_step_that_got_it() -> None:
    text = "get radio-12.4.7-m6.img\ncheck sums\nNever mind the rest."
    drafted = draft_notes(read_notes(text, known()), {"obtain"})
    [step] = drafted.steps
    assert (step["id"], step["verify"], step["prose"]) == ("obtain-2", True, "Never mind the rest.")
    assert [(line.number, line.row) for line in drafted.lines] == [
        (1, "obtain-2"),
        (2, "obtain-2"),
        (3, "obtain-2"),
    ]


SUM = "ab" * 32
TAR = "https://files.tonnenleger.test/wattlaeufer-5.0-palstek.zip"
ZIP = "wattlaeufer-5.0-palstek.zip"
RING = "rettungsring-3.2-palstek.img"


def of_files(text: str) -> list[tuple[str, str, str]]:
    """(file, kind, standing) of all that is told of files."""
    return [(t.file, t.kind, t.standing) for n in read_notes(text, known()) for t in n.of_files]


def record(name: str) -> str:
    return next(p.sha256 or "" for p in known().shelf.packages.values() if p.name == name)


ABOUT: list[tuple[str, list[tuple[str, str, str]]]] = [
    (f"get {ZIP} {record(ZIP)}", [("wattlaeufer", "sha256", "same")]),
    (f"{record(ZIP).upper()}  {ZIP}", [("wattlaeufer", "sha256", "same")]),
    (f"{ZIP}\n\nsha256: {record(ZIP)}", [("wattlaeufer", "sha256", "same")]),
    (f"{ZIP}\nsha1 {'cd' * 20}", [("wattlaeufer", "sha1", "new")]),
    (f"<{TAR}>", [("wattlaeufer", "link", "new")]),
    (f"[the ring]({TAR.replace(ZIP, RING)}?from=forum)", [("rettungsring", "link", "new")]),
    (f"{TAR}\n{record(ZIP)}", [("wattlaeufer", "link", "new"), ("wattlaeufer", "sha256", "same")]),
    (
        f"{ZIP} {RING}\n{record(ZIP)} {record(RING)}",
        [],  # two names, and digests of which nobody says whose they are: asked
    ),
    (
        f"{ZIP} {record(ZIP)}, {RING} {record(RING)}",
        [("wattlaeufer", "sha256", "same"), ("rettungsring", "sha256", "same")],
    ),
    (f"{ZIP}\n\n\n\n{SUM}", []),
]


@pytest.mark.parametrize(("text", "told"), ABOUT)
def test_digests_and_links_go_to_their_file(text: str, told: list[tuple[str, str, str]]) -> None:
    assert of_files(text) == told


@pytest.mark.parametrize(
    ("text", "says"),
    [
        (f"get {ZIP} {SUM}", f"on record {ZIP} has another digest, {record(ZIP)[:12]}…"),
        (f"- sums.bin {SUM}", "sums.bin is not known here"),
        (SUM, "it is not clear of which file"),
        (f"{ZIP}\ndigest of the recovery {SUM}", "it is not clear of which file"),
        (f"{ZIP}\nother.part {SUM}", "other.part is not known here"),
        ("https://files.tonnenleger.test/nobody-knows.zip", "no file is known for"),
    ],
)
def test_what_contradicts_the_record_or_fits_nothing_is_asked(text: str, says: str) -> None:
    *_before, note = read_notes(text, known())
    assert note.read_as == "open"
    assert note.of_files == ()
    assert any(says in row.open_about for row in note.rows)
    made = draft_notes([note], set())
    assert made.steps[-1]["action"] == "open"
    assert made.of_files == []


def test_what_is_on_record_is_never_written_over() -> None:
    package = next(p for p in known().shelf.packages.values() if p.name == ZIP)
    other = ToldOfFile(package.id, "sha256", SUM, "new", "")
    assert with_told(package, other) == package
    link = ToldOfFile(package.id, "link", TAR, "new", "")
    once = with_told(package, link)
    assert once.sources == (*package.sources, TAR)
    assert with_told(once, link) == once
    weak = with_told(package, ToldOfFile(package.id, "sha1", "cd" * 20, "new", ""))
    assert weak.also.sha1 == "cd" * 20
    assert weak.sha256 == package.sha256


def test_what_should_be_seen_stands_at_its_step() -> None:
    text = "plug in, agree\nYou should see the phone in the list.\nIt should show 5.0\nreboot"
    first, second = draft_notes(read_notes(text, known()), set()).steps
    assert first["sight"] == "You should see the phone in the list."
    assert first["prose"] == "It should show 5.0"
    assert "sight" not in second
