"""Writing a guide in the sheet: by keyboard, by mouse, with somebody else, without the site."""

import re
from collections.abc import Iterator
from pathlib import Path

import pytest
from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import Browser, Page, expect

from anleitung.demo.management.commands.load_demo import LOG_INS
from tests.browser.conftest import no_sideways_scroll
from tests.browser.gate import sign_in
from tests.browser.writing import begin, line, rows, status, write

NOTES = Path(__file__).parents[2] / "anleitung/demo/notes"


def test_a_guide_is_begun_by_a_key_and_its_first_steps_are_proved(bench: Page) -> None:
    bench.goto("/c/palstek/guides")
    expect(bench.get_by_role("link", name="Empty guide a")).to_be_visible()
    bench.keyboard.press("a")
    expect(bench.get_by_label("Title, as readers see it")).to_be_focused()
    bench.keyboard.type("By keyboard alone")
    bench.keyboard.press("Enter")
    expect(line(bench)).to_be_focused()
    write(bench, "charge", "connect and agree", "enter bootloader by command")
    expect(rows(bench).nth(2)).to_contain_text("mode: system → bootloader")
    # What is offered is right here: the file of the partition that was named comes first.
    line(bench).fill("flash radio m6")
    offers = bench.locator(".offers li")
    expect(offers.first).to_contain_text("radio-12.4.7-m6.img")
    bench.keyboard.press("Tab")
    expect(line(bench)).to_have_value("flash radio radio-m6 ")
    bench.keyboard.type("to both slots")
    expect(bench.get_by_text("Flash radio-12.4.7-m6.img to radio in both slots")).to_be_visible()
    bench.keyboard.press("Enter")
    expect(rows(bench)).to_have_count(4)
    expect(rows(bench).nth(3)).to_contain_text("was never downloaded before this step")
    bench.keyboard.press("Escape")
    bench.reload()
    expect(rows(bench)).to_have_count(4)
    assert Axe().run(bench).violations_count == 0
    assert no_sideways_scroll(bench)


def test_branches_are_written_line_by_line(bench: Page) -> None:
    begin(bench, "A branch")
    write(bench, "if variant is M6 asking Does it end in M6?")
    write(bench, "charge")
    line(bench).fill("otherwise")
    bench.keyboard.press("Enter")
    write(bench, "power off")
    line(bench).fill("")
    bench.keyboard.press("Enter")
    write(bench, "restart")
    expect(rows(bench)).to_have_count(4)
    expect(rows(bench).nth(1)).to_contain_text("If yes: Charge the phone")
    expect(rows(bench).nth(2)).to_contain_text("If not: Switch the phone off")
    expect(rows(bench).nth(3)).to_contain_text(re.compile("^4.*Restart"))


def test_a_row_opens_as_its_sentence_and_every_key_does_what_the_help_says(bench: Page) -> None:
    begin(bench, "Keys")
    write(bench, "charge", "flash radio radio-m6", "restart")
    bench.keyboard.press("Escape")
    rows(bench).nth(1).click()
    bench.keyboard.press("Enter")
    rail = bench.locator(".slot-rail")
    expect(rail.get_by_role("button", name="radio", exact=True)).to_have_attribute(
        "aria-pressed", "true"
    )
    rail.get_by_role("button", name="firmware", exact=True).click()
    expect(bench.locator(".sentence")).to_contain_text("flash firmware radio-12.4.7-m6.img")
    bench.get_by_role("button", name="to both slots").click()
    expect(status(bench)).to_contain_text("written: flash firmware radio-m6 to both slots")
    bench.get_by_role("button", name="what is seen", exact=True).click()
    bench.keyboard.type("Two lines")
    bench.keyboard.press("Enter")
    bench.get_by_role("button", name="Close Esc").click()
    expect(rows(bench).nth(1)).to_be_focused()
    expect(rows(bench).nth(1)).to_contain_text("You see: Two lines")
    # Moved, duplicated, removed; taken back and done again, after a reload as well.
    bench.keyboard.press("Alt+ArrowUp")
    expect(rows(bench).first).to_contain_text("Flash radio-12.4.7-m6.img to firmware")
    expect(rows(bench).first).to_be_focused()
    bench.keyboard.press("d")
    expect(rows(bench)).to_have_count(4)
    bench.keyboard.press("x")
    expect(rows(bench)).to_have_count(3)
    bench.reload()
    expect(rows(bench)).to_have_count(3)
    rows(bench).first.click()
    bench.keyboard.press("z")
    expect(rows(bench)).to_have_count(4)
    bench.keyboard.press("Shift+Z")
    expect(rows(bench)).to_have_count(3)
    bench.keyboard.press("Control+z")
    expect(rows(bench)).to_have_count(4)
    # Several at once: folded into a turn for each slot, and taken out again.
    rows(bench).first.focus()
    bench.keyboard.press("Shift+ArrowDown")
    expect(bench.locator(".sheet-row.chosen")).to_have_count(2)
    bench.get_by_role("button", name="Fold into… g").click()
    bench.get_by_role("button", name="a turn for each slot").click()
    expect(rows(bench).first).to_contain_text("For slot a, and then for slot b")
    rows(bench).first.click()
    bench.keyboard.press("u")
    expect(rows(bench).first).to_contain_text("Flash")


def test_notes_become_rows_and_what_was_meant_is_picked_by_a_key(bench: Page) -> None:
    text = (NOTES / "05-mistakes.txt").read_text()
    begin(bench, "From notes", "notes", text)
    expect(status(bench)).to_contain_text("1 open question")
    asked = rows(bench).nth(7)
    expect(asked).to_contain_text("wipe data")
    asked.click()
    expect(asked).to_contain_text("it may be any of these")
    expect(asked).to_contain_text("Notes, line 10")
    bench.keyboard.press("1")
    expect(status(bench)).not_to_contain_text("open question")
    expect(asked).to_contain_text("Here the phone loses photos and files, no copy was made before")


def test_the_head_moves_the_counts_and_half_a_condition_is_a_question(bench: Page) -> None:
    begin(bench, "A head")
    write(bench, "charge")
    bench.keyboard.press("Escape")
    bench.keyboard.press("h")
    admission = bench.get_by_label("Admission")
    head = bench.get_by_role("region", name="The head of the guide")
    expect(head).to_contain_text("11,059,200 kinds of phone come in")
    admission.fill("bootloader is unlocked and variant is M6")
    expect(head).to_contain_text("5,529,600 kinds of phone come in")
    admission.fill("bootloader is unlocked and variant is")
    expect(status(bench)).to_contain_text("1 open question")
    expect(head).to_contain_text("The proof still covers what stood there before.")
    offers = bench.locator(".offers li")
    expect(offers.first).to_contain_text("K6")
    bench.keyboard.press("ArrowDown")
    bench.keyboard.press("Enter")
    expect(admission).to_have_value("bootloader is unlocked and variant is K6 ")
    expect(status(bench)).not_to_contain_text("open question")
    expect(bench.get_by_label("Promise 1")).to_have_value("system is wattlaeufer")
    bench.get_by_role("button", name="Take out wattlaeufer").click()
    expect(bench.get_by_role("button", name="Take out wattlaeufer")).not_to_be_attached()


def test_who_comes_in_is_told_with_a_phone_each_and_admitted_by_a_press(bench: Page) -> None:
    begin(bench, "Who comes in")
    write(bench, "charge", 'check "variant is M6" asking "Does it end in M6?"')
    bench.keyboard.press("Escape")
    bench.keyboard.press("h")
    head = bench.get_by_role("region", name="The head of the guide")
    expect(head).to_contain_text("turned away, for example the usual palstek")
    expect(head).to_contain_text("3,538,944 of them come through")
    head.get_by_role("button", name="Admit only the phones that come through").click()
    expect(head).to_contain_text("3,538,944 kinds of phone come in")
    expect(head).to_contain_text("all of them come through")
    expect(bench.get_by_label("Admission")).to_have_value(re.compile("variant is M6"))
    # The other fields of the head, by keyboard.
    bench.get_by_label("One more known bug").fill("The lamp stays dark.")
    bench.keyboard.press("Enter")
    expect(bench.get_by_role("textbox", name="Known bug 1")).to_have_value("The lamp stays dark.")
    expect(bench.get_by_label("One more known bug")).to_have_value("")
    bench.get_by_label("name and password of the account").check()
    bench.reload()
    expect(bench.get_by_role("textbox", name="Known bug 1")).to_have_value("The lamp stays dark.")
    expect(bench.get_by_label("name and password of the account")).to_be_checked()


def test_values_of_several_parts_are_written_line_by_line(bench: Page) -> None:
    begin(bench, "Lines")
    write(bench, "flash-set boot=factory-boot", "enter recovery by chord")
    bench.keyboard.press("Escape")
    rows(bench).first.click()
    bench.keyboard.press("Enter")
    bench.get_by_role("button", name="one more line").click()
    bench.get_by_label("2: partition").select_option("ramdisk")
    bench.get_by_label("2: gets").select_option("factory-ramdisk")
    expect(rows(bench).first).to_contain_text("boot=factory-boot, ramdisk=factory-ramdisk")
    bench.get_by_label("Take out line 1").click()
    expect(rows(bench).first).not_to_contain_text("boot=factory-boot")
    bench.keyboard.press("Escape")
    # Beside a mode that may be picked stands its chord.
    rows(bench).nth(1).click()
    bench.keyboard.press("Enter")
    expect(rows(bench).nth(1)).to_contain_text("From bootloader mode to recovery")
    expect(rows(bench).nth(1)).to_contain_text("Begin in bootloader mode.")


def test_any_earlier_state_is_looked_at_and_set_back(bench: Page) -> None:
    begin(bench, "A history")
    write(bench, "charge", "restart")
    bench.keyboard.press("Escape")
    bench.get_by_role("link", name="History").click()
    history = bench.get_by_role("region", name="History of this draft")
    expect(history.get_by_role("listitem").first).to_contain_text("new: restart")
    second = history.get_by_role("listitem").nth(1)
    second.get_by_role("button", name="Look").click()
    expect(second).to_contain_text("Charge the phone")
    second.get_by_role("button", name="Set back to it").click()
    expect(rows(bench)).to_have_count(1)
    expect(history.get_by_role("listitem").first).to_contain_text("set back to state 2")


@pytest.fixture
def second(browser: Browser, base_url: str) -> Iterator[Page]:
    """Another maintainer, in a browser of their own."""
    context = browser.new_context(base_url=base_url, viewport={"width": 1280, "height": 800})
    sign_in(context, next(at for at, each in enumerate(LOG_INS) if each[0] == "brueckenwart"))
    yield context.new_page()
    context.close()


def test_two_people_see_each_other_and_both_versions_of_one_row(bench: Page, second: Page) -> None:
    address = begin(bench, "Two people")
    write(bench, "charge", "restart")
    bench.keyboard.press("Escape")
    second.goto(address)
    expect(rows(second)).to_have_count(2)
    expect(status(bench)).to_contain_text("brueckenwart has it open")
    rows(second).nth(1).click()
    second.keyboard.press("i")
    write(second, "power off")
    expect(rows(bench)).to_have_count(3)


def test_what_a_reader_sees_moves_with_the_draft(bench: Page) -> None:
    begin(bench, "For a reader")
    write(bench, "charge", "if variant is M6 asking Does it end in M6?", "power off")
    bench.keyboard.press("Escape")
    bench.keyboard.press("v")
    beside = bench.get_by_role("complementary", name="As a reader sees it")
    reader = beside.frame_locator("iframe").locator("body")
    expect(reader).to_contain_text("Is this for my phone?")
    expect(reader).to_contain_text("Switch the phone off")
    beside.get_by_label("variant").select_option("K6")
    expect(reader).not_to_contain_text("Switch the phone off")
    expect(reader).to_contain_text("Charge the phone")
    rows(bench).first.click()
    bench.keyboard.press("x")
    expect(reader).not_to_contain_text("Charge the phone")
    bench.keyboard.press("v")
    expect(beside).not_to_be_attached()


def test_notes_are_pasted_into_a_draft_and_refused_with_a_key(bench: Page) -> None:
    begin(bench, "Pasted into")
    write(bench, "charge")
    bench.keyboard.press("Escape")
    bench.keyboard.press("m")
    bench.get_by_label("Your notes, as they are").fill(
        "- download radio-12.4.7-m6.img\n- sing a song"
    )
    bench.get_by_role("button", name="Put them into the draft").click()
    expect(rows(bench)).to_have_count(3)
    expect(status(bench)).to_contain_text("1 open question")
    rows(bench).nth(1).click()
    expect(rows(bench).nth(1)).to_contain_text("read from short form")
    bench.keyboard.press("r")
    expect(rows(bench).nth(1)).to_contain_text("You refused how this was read")
    expect(status(bench)).to_contain_text("2 open questions")
    rows(bench).nth(2).click()
    bench.keyboard.press("t")
    expect(rows(bench)).to_have_count(2)
    rows(bench).nth(1).click()
    bench.keyboard.press("Enter")
    bench.get_by_role("combobox", name="Write this step").fill("restart")
    bench.keyboard.press("Enter")
    expect(status(bench)).not_to_contain_text("open question")


def test_a_draft_is_deleted_and_brought_back(bench: Page) -> None:
    address = begin(bench, "To be deleted")
    bench.get_by_role("button", name="Delete the draft").click()
    expect(bench.get_by_text("can be brought back for 30 days.")).to_be_visible()
    bench.get_by_role("button", name="Delete it").click()
    expect(bench.get_by_role("heading", name="Guides for palstek")).to_be_visible()
    expect(bench.get_by_role("link", name="To be deleted")).not_to_be_attached()
    bench.goto("/c/palstek/begin")
    deleted = bench.get_by_role("region", name="Deleted drafts")
    expect(deleted).to_contain_text("To be deleted deleted by tonnenleger")
    line_of = deleted.locator("p", has_text="To be deleted")
    line_of.get_by_role("button", name="Bring it back").click()
    expect(bench).to_have_url(address)


def test_what_is_seen_and_texts_are_written_beside_a_step(bench: Page) -> None:
    begin(bench, "Beside")
    write(bench, "restart // The logo")
    bench.keyboard.press("Escape")
    rows(bench).first.click()
    bench.keyboard.press("Enter")
    expect(bench.get_by_label("You see")).to_have_value("The logo")
    bench.get_by_role("button", name="how long it takes").click()
    bench.get_by_label("least seconds").fill("60")
    bench.get_by_label("most seconds").fill("120")
    bench.get_by_label("give up after seconds").fill("300")
    bench.keyboard.press("Enter")
    bench.get_by_role("button", name="texts that may be seen").click()
    bench.get_by_label("text 1", exact=True).fill("E: cannot open *, no such place")
    bench.get_by_label("what to do at text 1").fill("Go on")
    log = bench.get_by_label("Try them out against a log")
    log.fill("x\nE: cannot open /data, no such place")
    expect(bench.get_by_text("is in the log", exact=True)).to_be_visible()
    log.fill("something else")
    expect(bench.get_by_text("not in the log")).to_be_visible()
    bench.get_by_role("button", name="words of your own").click()
    bench.keyboard.type("It *may* take longer.")
    bench.get_by_role("button", name="Close Esc").click()
    first = rows(bench).first
    expect(first).to_contain_text("Takes usually 1 to 2 min, give up after 5 min")
    expect(first).to_contain_text("“E: cannot open …, no such place”: harmless")
    expect(first.locator("em")).to_have_text("may")


def test_a_choice_is_written_in_the_head_and_its_rows_in_the_sheet(bench: Page) -> None:
    begin(bench, "A choice")
    write(bench, "charge")
    bench.keyboard.press("Escape")
    bench.keyboard.press("h")
    bench.get_by_role("button", name="one more choice").click()
    bench.keyboard.type("speed")
    bench.keyboard.press("Enter")
    ask = bench.get_by_label("What speed asks")
    ask.fill("Fast, or careful?")
    ask.press("Enter")
    expect(status(bench)).to_contain_text("options written")
    bench.get_by_label("speed: yes").fill("Fast")
    bench.keyboard.press("Enter")
    bench.keyboard.press("Tab")
    rows(bench).first.click()
    bench.keyboard.press("i")
    write(bench, "choose speed", "power off")
    expect(rows(bench).nth(1)).to_contain_text("Fast, or careful?")
    expect(rows(bench).nth(2)).to_contain_text("If you chose: Fast: Switch the phone off")
    results = Axe().run(bench)
    assert results.violations_count == 0, results.generate_report()


# Keys that the help lists and tests of this file press; those of reading are in test_sheet.
PRESSED = [
    "Enter",
    "i ⇧I",
    "Alt ↑ ↓",
    "⇧ ↑ ↓",
    "d x",
    "g u",
    "1 2 …",
    "t r",
    "z ⇧Z",
    "h v m",
    "a m c o",
    "c",
]
READING = ["↓ ↑", "n p", "e", "f", "/", "?"]


def test_every_key_that_the_help_lists_does_what_it_says(bench: Page) -> None:
    for key, how in (("a", "empty"), ("m", "notes"), ("c", "copy"), ("o", "carry")):
        bench.goto("/c/palstek/guides")
        expect(bench.get_by_role("link", name=re.compile(f" {key}$"))).to_be_visible()
        bench.keyboard.press(key)
        expect(bench).to_have_url(re.compile(f"begin.from={how}"))
    begin(bench, "All keys")
    write(bench, "charge", "restart")
    bench.keyboard.press("Escape")
    rows(bench).first.click()
    bench.keyboard.press("?")
    expect(bench.get_by_role("dialog").get_by_role("heading", name="Keys")).to_be_visible()
    listed = bench.get_by_role("dialog").locator("dt kbd").all_text_contents()
    assert sorted(listed) == sorted([*READING, *PRESSED])
    bench.keyboard.press("Escape")
    # A row above, and one below.
    rows(bench).first.click()
    bench.keyboard.press("Shift+I")
    write(bench, "power off")
    bench.keyboard.press("Escape")
    expect(rows(bench).first).to_contain_text("Switch the phone off")
    rows(bench).first.click()
    bench.keyboard.press("i")
    write(bench, "see the phone with lotse")
    bench.keyboard.press("Escape")
    expect(rows(bench).nth(1)).to_contain_text("See that the phone is there")
    rows(bench).nth(1).click()
    bench.keyboard.press("Delete")
    expect(rows(bench)).to_have_count(3)
    # A branch asks for its condition and its question before there is one.
    rows(bench).nth(1).click()
    bench.keyboard.press("g")
    bench.get_by_role("button", name="a branch, if not").click()
    branch = bench.get_by_role("combobox", name="The branch around these steps")
    expect(branch).to_have_value("if ")
    branch.fill("if variant is ")
    expect(bench.locator(".offers li").first).to_contain_text("K6")
    branch.fill("if variant is M6 asking Is it M6?")
    bench.keyboard.press("Enter")
    expect(rows(bench).nth(1)).to_contain_text("Is it M6?")
    expect(rows(bench).nth(2)).to_contain_text("If not")
    rows(bench).first.click()
    bench.keyboard.press("c")
    expect(bench.get_by_label("Remark on this row")).to_be_focused()
    bench.keyboard.press("Escape")
    # The head, the reader's view and the notes open and close.
    rows(bench).first.click()
    for key, field in (("h", "Admission"), ("m", "Your notes, as they are")):
        bench.keyboard.press(key)
        expect(bench.get_by_label(field)).to_be_visible()
