"""The bench phone as a maintainer uses it."""

import re
from pathlib import Path

from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import Page, expect

from tests.browser.conftest import no_sideways_scroll, packed

DRAFT = "/c/palstek/guides/clean-install?v=draft"


def test_from_a_finding_to_its_phone_and_back_with_the_keyboard(bench: Page) -> None:
    bench.goto(DRAFT)
    bench.get_by_role("link", name="This phone on the bench").first.click()
    now = bench.get_by_role("region", name="The phone now")
    expect(now).to_contain_text("The logo stays, and nothing else comes.")
    expect(now.get_by_role("img", name="The phone: hangs")).to_be_visible()
    bench.keyboard.press("ArrowLeft")
    expect(now).to_contain_text("A menu of the recovery rettungsring.")
    bench.keyboard.press("t")
    expect(now).to_contain_text("the firmware in radio is older than the system wants")
    results = Axe().run(bench)
    assert results.violations_count == 0, results.generate_report()
    assert no_sideways_scroll(bench)


def test_a_slip_is_tried_on_the_sheet_and_made_on_the_bench(bench: Page) -> None:
    bench.goto("/c/palstek/guides/clean-install?v=1.0.0")
    slips = bench.get_by_role("region", name="Single slips")
    expect(slips.get_by_role("status")).to_contain_text("103 slips tried")
    deadly = bench.locator(".sheet-row", has_text="Bricked by a slip").first
    deadly.focus()
    deadly.get_by_role("link", name="Try this slip on the bench").click()
    expect(bench.get_by_text("With a slip:")).to_be_visible()
    bench.get_by_role("button", name="To the end").click()
    now = bench.get_by_role("region", name="The phone now")
    expect(now).to_contain_text("The screen stays black")
    bench.get_by_role("button", name="Undo the slip").click()
    expect(bench.get_by_text("With a slip:")).not_to_be_attached()


def test_another_phone_is_chosen_by_hand_and_survives_a_reload(bench: Page) -> None:
    bench.goto("/c/palstek/guides/clean-install/bench?v=1.0.0")
    # Without a word it is one that the guide admits, though the usual one is locked.
    expect(bench.get_by_text("bootloader unlocked")).to_be_visible()
    bench.get_by_role("button", name="Another phone").click()
    bench.get_by_label("bootloader").select_option("locked")
    expect(bench.get_by_text("The guide does not admit this phone")).to_be_visible()
    bench.get_by_label("variant").select_option("K6")
    bench.reload()
    expect(bench.get_by_text("variant K6", exact=False).first).to_be_visible()
    expect(bench.get_by_text("The guide does not admit this phone")).to_be_visible()


def test_each_press_moves_one_step_also_before_the_last_one_is_drawn(bench: Page) -> None:
    bench.goto("/c/palstek/guides/clean-install/bench?v=1.0.0")
    expect(bench.get_by_role("button", name="Next step")).to_be_enabled()
    bench.evaluate(
        """(keys) => keys.forEach((key) =>
            document.body.dispatchEvent(new KeyboardEvent("keydown", { key, bubbles: true })))""",
        ["ArrowRight", "ArrowRight", "ArrowRight", "ArrowLeft", "ArrowRight"],
    )
    expect(bench).to_have_url(re.compile(r"[?&]at=2"))


def test_a_fix_is_taken_on_one_key(bench: Page, tmp_path: Path) -> None:
    edit = ("guide.yaml", "id: base-update\n", "id: base-to-fix\n")
    bench.goto("/bring-in")
    bench.get_by_label("Zip file of the bundle").set_input_files(
        str(packed(tmp_path, "base-update", edit))
    )
    offered = bench.get_by_role("button", name="Turn these phones away: variant K6", exact=True)
    expect(offered).to_be_visible()
    bench.keyboard.press("n")
    bench.keyboard.press("f")
    expect(offered).not_to_be_attached()
    expect(bench.get_by_text("promises proved for all")).to_be_visible()


def test_choices_stand_side_by_side_and_the_way_back_is_told(bench: Page) -> None:
    bench.goto("/c/poller/guides/return-to-stock")
    bench.get_by_role("button", name="What follows").click()
    table = bench.get_by_role("region", name="Shall the data go?")
    expect(table).to_contain_text("advised Keep data: repairs the system only")
    expect(table).to_contain_text("Advised, since it spares apps with their settings")
    row = bench.locator(".sheet-row", has_text="stock-keep").or_(
        bench.locator(".sheet-row", has_text="2248_KAI9_M6_BI_keep.mol")
    )
    row.first.focus()
    expect(row.first).to_contain_text("starts from here for every phone that hangs")
    expect(row.first).to_contain_text("harmless here")
    results = Axe().run(bench)
    assert results.violations_count == 0, results.generate_report()


def test_paper_holds_the_whole_sheet_and_no_frame(bench: Page) -> None:
    bench.goto("/c/palstek/guides/return-to-stock")
    expect(bench.get_by_text("no stop, no warning")).to_be_visible()
    bench.emulate_media(media="print")
    expect(bench.get_by_role("navigation")).to_have_count(0)
    expect(bench.get_by_text("note: … has no place for a stamp")).to_be_visible()
    expect(bench.get_by_role("button", name="Withdraw 1.0.0")).not_to_be_visible()
