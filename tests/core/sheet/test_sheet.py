"""The sheet, the reader's admission check and the chain, from the demo's guides."""

import pytest

from anleitung.core.diagrams.run import Budget
from anleitung.core.phone.actions.base import Duration, Growth
from anleitung.core.proof.explain.admission import Truth, check_phone
from anleitung.core.proof.explain.links import find_link
from anleitung.core.proof.prove import prove
from anleitung.core.sheet.build import build_sheet, size_words
from anleitung.core.sheet.clock import duration_words, span_words
from anleitung.core.sheet.model import RowOut, SheetOut
from anleitung.core.sheet.prose import prose_html
from anleitung.demo.bundles import demo_bundle
from tests.core.bundles import bundle


def sheet(name: str) -> SheetOut:
    made = bundle(name)
    return build_sheet(made, prove(made))


def row(of: SheetOut, step: str) -> RowOut:
    return next(r for r in of.rows if r.id == step)


def test_a_command_is_of_the_tool_that_the_step_names() -> None:
    """Another tool of the guide has a command of the same kind, and is listed first."""
    own = bundle("clean-install")
    guide = own.guide.model_copy(update={"tools": ("funke", "lotse")})
    either = own.with_guide(guide)
    told = build_sheet(either, prove(either))
    assert {c.text for c in row(told, "see-phone").commands} >= {"lotse list"}
    # A window that is clicked has no command, whatever the other tool has.
    clicked = demo_bundle("poller", "return-to-stock")
    assert row(build_sheet(clicked, prove(clicked)), "see-phone").commands == ()


def test_rows_say_what_to_do_what_changes_and_what_it_costs() -> None:
    made = sheet("clean-install")
    flash = row(made, "radio-for-m6")
    assert flash.sentence == "Flash radio-12.4.7-m6.img to radio in both slots"
    assert (flash.depth, flash.arm) == (2, "If yes")
    assert flash.under == ("branch.base-in-both-slots=no", "branch.which-chip=yes")
    [change] = flash.changes
    assert (change.what, change.after, change.who) == (
        "both slots, radio",
        "stock PS-12.4.7-KU.r3",
        "",
    )
    assert {c.host: c.text for c in flash.commands} == {
        "faehre": "lotse.exe write radio .\\radio-12.4.7-m6.img --both",
        "kogge": "./lotse write radio ./radio-12.4.7-m6.img --both",
        "ewer": "lotse write radio radio-12.4.7-m6.img --both",
    }
    install = row(made, "install-wattlaeufer")
    assert [(c.what, c.before, c.after) for c in install.changes] == [
        ("running slot", "a or b", "the other one"),
        (
            "running slot, boot, ramdisk, vendor, system, product, verity",
            "stock or wattlaeufer",
            "wattlaeufer 5.0",
        ),
    ]
    wipe = row(made, "format-data")
    assert wipe.cut == "Here go apps with their settings, photos and files"
    assert wipe.duration == ""
    assert row(made, "first-start").duration == "usually 4 to 6 min, give up after 15 min"


def test_only_the_first_point_of_no_return_on_a_way_is_marked() -> None:
    marked = [r.id for r in sheet("clean-install").rows if r.no_return]
    assert marked == ["radio-for-m6", "radio-for-k6", "format-data", "install-wattlaeufer"]


def test_clock_takes_the_arms_of_a_choice_beside_each_other() -> None:
    made = sheet("clean-install")
    assert row(made, "radio-for-m6").begins == row(made, "radio-for-k6").begins
    assert made.takes == "21 to 118 min"


def test_cut_names_the_files_that_go_with_the_storage() -> None:
    assert row(sheet("install-from-storage"), "format-data").cut == (
        "Here go apps with their settings, photos and files, the files that were copied there"
    )


@pytest.mark.parametrize(
    ("known", "answer", "unmet"),
    [
        ({"variant": "M6", "base": "PS-12.4.7-KU.r3"}, Truth.UNKNOWN, []),
        ({"bootloader": "locked"}, Truth.NO, ["the bootloader is unlocked"]),
        ({"base": "PS-99"}, Truth.UNKNOWN, []),
        (
            {
                "bootloader": "unlocked",
                "base": "PS-12.4.7-KU.r3",
                "other-base": "PS-12.4.7-KU.r3",
                "update": "none",
            },
            Truth.YES,
            [],
        ),
    ],
)
def test_admission_of_a_phone_that_is_partly_known(
    known: dict[str, str], answer: Truth, unmet: list[str]
) -> None:
    found = check_phone(bundle("clean-install"), known)
    assert found.answer is answer
    assert [p.words for p in found.parts if p.answer is Truth.NO] == unmet


def test_too_old_a_build_is_refused_with_the_reason() -> None:
    edit = (
        "guide.yaml",
        "every slot: base >= PS-12.1.0-KU.r1",
        "every slot: base >= PS-12.4.1-KU.r2",
    )
    found = check_phone(bundle("clean-install", edit), {"base": "PS-12.2.0-BI.r1"})
    assert found.answer is Truth.NO
    assert [p.words for p in found.parts if p.answer is Truth.NO] == [
        "in every slot the firmware base is PS-12.4.1-KU.r2 or newer"
    ]


def test_unlocking_opens_the_way_to_installing_and_not_back() -> None:
    unlock, install = bundle("unlock"), bundle("clean-install")
    link = find_link(unlock, install)
    assert link is not None
    # Newer bases than the guide brings are left out: it would lower their rollback index.
    assert link.admitted < link.of
    assert link.words.endswith("firmware base of the other slot PS-12.4.7-KU.r3 or older")
    assert find_link(install, unlock) is None
    assert find_link(unlock, install, Budget(paths=2)) is None


def test_way_is_open_for_some_phones_only_and_says_for_which() -> None:
    edit = (
        "guide.yaml",
        "every slot: base >= PS-12.1.0-KU.r1",
        "every slot: base >= PS-12.4.1-KU.r2",
    )
    link = find_link(bundle("unlock"), bundle("clean-install", edit))
    assert link is not None
    assert link.admitted < link.of
    assert link.words == (
        "firmware base PS-12.4.1-BI.r2 to PS-12.4.7-KU.r3, "
        "firmware base of the other slot PS-12.4.1-BI.r2 to PS-12.4.7-KU.r3"
    )


def test_prose_is_cleaned() -> None:
    made = prose_html(
        "**Bold** <script>x</script> [a](javascript:x) [b](https://example.org) ![p](x)"
    )
    assert "<strong>Bold</strong>" in made
    assert "<script" not in made
    assert "javascript:" not in made.replace("(javascript:x)", "")
    assert 'href="https://example.org"' in made
    assert "<img" not in made


@pytest.mark.parametrize(
    ("span", "words"),
    [
        ((10, 30), "10 to 30 s"),
        ((90, 90), "90 s"),
        ((240, 360), "4 to 6 min"),
        ((3900, 7200), "1 h 5 min to 2 h"),
    ],
)
def test_spans_in_words(span: tuple[int, int], words: str) -> None:
    assert span_words(span) == words


@pytest.mark.parametrize(
    ("size", "words"),
    [(999, "999 B"), (22_016, "22 kB"), (1_200_000, "1.2 MB"), (4 * 10**12, "4000 GB")],
)
def test_sizes_in_words(size: int, words: str) -> None:
    assert size_words(size) == words


def test_step_by_keys_shows_every_chord_that_reaches_its_mode() -> None:
    made = bundle("unlock")
    rows = {row.id: row for row in build_sheet(made, prove(made)).rows}
    (chord,) = rows["into-bootloader"].chords
    assert chord.title == "From off to bootloader mode"
    assert chord.steps[-1] == "Let go of volume down."
    assert all(not row.chords for row in rows.values() if row.id != "into-bootloader")


SPOILS = (
    "It spoils the writing: a computer that goes to sleep meanwhile.",
    "It spoils the writing: a hub between the two.",
)


def test_hosts_say_which_drivers_the_tools_need_each_once() -> None:
    made = bundle("unlock")
    notes = {host.id: host.notes for host in build_sheet(made, prove(made)).hosts}
    assert notes["faehre"] == (
        "Needs the Tidewerk driver.",
        "Open the command window in the folder of the files.",
        *SPOILS,
    )
    assert notes["kogge"] == ("Needs the permission rule for the port, once.", *SPOILS)


def test_a_step_tells_what_is_seen_where_the_data_was_kept_and_how_a_file_is_called() -> None:
    made = bundle("update-wattlaeufer")
    start = next(r for r in build_sheet(made, prove(made)).rows if r.id == "start")
    assert start.sight_kept == "your own background, not the greeting"
    root = bundle("root")
    patch = next(r for r in build_sheet(root, prove(root)).rows if r.id == "patch")
    assert patch.sentence.endswith("let it patch it; then call it ramdisk-bootsmann.img")


def test_a_duration_that_grows_says_by_what() -> None:
    grows = Growth(by="apps", each=30, seconds=60)
    told = duration_words(Duration(usual=(60, 120), give_up=600, grows=grows))
    assert told == "usually 1 to 2 min and 60 s more for every 30 apps, give up after 10 min"
