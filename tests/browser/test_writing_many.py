"""What is written for many guides at once: files and builds replaced, newer releases, passages."""

import re
from pathlib import Path

from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import Page, expect

from tests.browser.conftest import no_sideways_scroll
from tests.browser.gate import let_stand_and_approved
from tests.browser.writing import begin, line, rows, status, write


def test_a_file_is_replaced_in_all_drafts_and_taken_back_at_once(bench: Page) -> None:
    begin(bench, "Replace one")
    write(bench, "get radio-m6 and compare")
    begin(bench, "Replace two")
    write(bench, "get radio-m6,firmware-m6")
    bench.goto("/c/palstek/guides")
    bench.get_by_role("link", name="Replace in all drafts").click()
    bench.get_by_role("combobox", name="What").select_option("a file by another")
    bench.get_by_label("Which is named now").fill("radio-m6")
    bench.get_by_label("Which takes its place").fill("radio-k6")
    bench.get_by_role("button", name="See what it would do").click()
    found = bench.get_by_role("region", name="What it would do")
    expect(found).to_contain_text("get radio-m6 and compare → get radio-k6 and compare")
    expect(found).to_contain_text("0 warnings → ")
    for other in found.get_by_role("checkbox").all():
        other.uncheck() if other.is_enabled() else None
    found.get_by_label("Replace one").check()
    found.get_by_label("Replace two").check()
    assert Axe().run(bench).violations_count == 0
    found.get_by_role("button", name="Replace in 2 drafts").click()
    bench.get_by_role("button", name="Take it back in all of them").click()
    expect(bench.get_by_text("Taken back in all of them.")).to_be_visible()
    bench.goto("/c/palstek/guides/replace-two?v=draft")
    expect(rows(bench).first).to_contain_text("Download")
    expect(bench.locator("table")).to_contain_text("radio-12.4.7-m6.img")


def test_a_newer_file_is_read_here_and_taken_into_drafts_and_into_what_is_published(
    bench: Page, tmp_path: Path
) -> None:
    newer = tmp_path / "rettungsring-3.3-palstek.img"
    newer.write_bytes(b"a newer ring")
    bench.goto("/c/palstek/guides")
    bench.get_by_role("link", name="Replace in all drafts").click()
    bench.get_by_label("The newer file", exact=True).set_input_files(newer)
    expect(bench.get_by_label("Name of the newer file")).to_have_value(newer.name)
    expect(bench.get_by_label("Size in bytes")).to_have_value("12")
    of = bench.get_by_label("It takes the place of")
    expect(of).to_have_value("rettungsring-3.2-palstek.img")
    bench.get_by_role("button", name="See what it would do").click()
    found = bench.get_by_role("region", name="What it would do")
    expect(found).to_contain_text("published 1.0.0; it gets a draft")
    expect(found).to_contain_text("Taken over, check it for the newer one")
    assert Axe().run(bench).violations_count == 0
    found.get_by_role("button", name=re.compile("Replace in .* drafts")).click()
    bench.get_by_role("button", name="Take it back in all of them").click()
    expect(bench.get_by_text("Taken back in all of them.")).to_be_visible()


def test_a_draft_is_compared_with_what_was_published_and_takes_its_number(bench: Page) -> None:
    bench.goto("/c/achtknoten/guides/install-kiebitz")
    bench.get_by_role("button", name="Write the next version").click()
    expect(status(bench)).to_contain_text("all saved")
    rows(bench).nth(1).click()
    bench.keyboard.press("x")
    expect(bench.get_by_role("link", name="Compare with 1.0.0")).to_be_visible()
    bench.get_by_role("link", name="Compare with 1.0.0").click()
    expect(bench.get_by_role("row", name=re.compile("gone$"))).to_be_visible()
    expect(bench.get_by_text("steps 2 to")).to_be_visible()
    expect(bench.get_by_role("img", name=re.compile("kinds of phone before"))).to_be_visible()
    expect(bench.get_by_text(re.compile("^It becomes"))).to_be_visible()
    assert Axe().run(bench).violations_count == 0
    assert no_sideways_scroll(bench)
    bench.get_by_role("link", name="Draft").click()
    rows(bench).first.click()
    bench.keyboard.press("z")
    rows(bench).first.click()
    bench.keyboard.press("Enter")
    bench.get_by_role("button", name="words of your own").click()
    bench.keyboard.type("Over night is best.")
    bench.keyboard.press("Tab")
    expect(rows(bench).first).to_contain_text("Over night is best.")
    bench.keyboard.press("Escape")
    expect(status(bench)).to_contain_text("all saved")
    let_stand_and_approved(bench, "achtknoten", "install-kiebitz")
    bench.get_by_role("link", name="Review and publish").click()
    form = bench.get_by_role("region", name="Publish")
    expect(form).to_contain_text("It becomes 1.0.1: 1 step says the same in other words")
    form.get_by_label("Count it as").select_option("minor")
    note = form.get_by_label("What readers are told of it")
    expect(note).to_have_value("1 step says the same in other words: 1.")
    note.fill("Take your time.")
    form.get_by_role("button", name="Publish", exact=True).click()
    expect(bench).to_have_url(re.compile(r"v=1\.1\.0"))
    bench.get_by_text("What 1.1.0 changed").click()
    expect(bench.get_by_text("Take your time.")).to_be_visible()


def test_the_next_version_is_begun_with_a_press(bench: Page) -> None:
    bench.goto("/c/palstek/guides/keep-rettungsring")
    bench.get_by_role("button", name="Write the next version").click()
    expect(status(bench)).to_contain_text("all saved")
    expect(bench.get_by_role("button", name="Delete the draft")).to_be_visible()
    expect(bench.get_by_role("button", name="Write the next version")).not_to_be_attached()
    # What holds at the end as well is promised with a press.
    bench.keyboard.press("h")
    bench.get_by_role("button", name="Promise that the debugging is on").click(timeout=60_000)
    expect(bench.get_by_label("Promise 3")).to_have_value("debugging is on")
    expect(status(bench)).to_contain_text("Undo: promise written")


def test_steps_become_a_passage_and_another_guide_takes_it(bench: Page) -> None:
    begin(bench, "Makes a passage")
    write(bench, "charge", "remove screen-lock", "restart")
    bench.keyboard.press("Escape")
    expect(line(bench)).to_have_count(0)  # as it goes, it hands the focus to its row
    rows(bench).first.focus()
    bench.keyboard.press("Shift+ArrowDown")
    expect(rows(bench).nth(1)).to_be_focused()
    bench.keyboard.press("g")
    bench.get_by_role("button", name="a passage, for other guides too").click()
    named = bench.get_by_role("combobox", name="The passage of these steps")
    expect(named).to_have_value("passage ")
    named.fill("passage get-ready for maker")
    bench.keyboard.press("Enter")
    expect(rows(bench).first).to_contain_text("Get ready")
    expect(rows(bench)).to_have_count(4)
    # No key reaches into it.
    rows(bench).nth(1).click()
    expect(rows(bench).nth(1)).to_contain_text("Of a passage that other guides may share.")
    bench.keyboard.press("x")
    expect(bench.get_by_role("alert")).to_contain_text("This step is of the passage Get ready")
    bench.get_by_role("button", name="Understood").click()
    expect(rows(bench)).to_have_count(4)
    begin(bench, "Takes a passage")
    line(bench).fill("passage get")
    expect(bench.locator(".offers li").first).to_contain_text("get-ready")
    bench.keyboard.press("Tab")
    bench.keyboard.press("Enter")
    expect(rows(bench)).to_have_count(3)
    write(bench, "restart")
    expect(rows(bench).nth(3)).to_contain_text("Restart")
    bench.keyboard.press("Escape")
    rows(bench).first.click()
    bench.keyboard.press("u")
    expect(rows(bench)).to_have_count(3)
    bench.goto("/passages/get-ready")
    expect(bench.get_by_role("heading", level=1, name="Get ready")).to_be_visible()
    expect(bench.get_by_role("region", name="Steps")).to_contain_text("remove screen-lock")
    expect(bench.locator("main")).to_contain_text("for guides of Tidewerk")
    assert Axe().run(bench).violations_count == 0


def test_a_guide_is_deprecated_with_what_follows_it_and_taken_up_again(bench: Page) -> None:
    bench.goto("/c/achtknoten/guides/install-kiebitz?v=1.0.0")
    bench.get_by_role("button", name="Deprecate this guide").click()
    bench.get_by_label("Why readers should not start it any more").fill("Another does it better.")
    bench.get_by_label("Followed by").select_option("return-to-stock")
    bench.get_by_role("button", name="Deprecate", exact=True).click()
    expect(bench.get_by_text("Deprecated by tonnenleger")).to_be_visible()
    assert Axe().run(bench).violations_count == 0
    bench.get_by_role("button", name="Bring it back").click()
    expect(bench.get_by_role("button", name="Deprecate this guide")).to_be_visible()
