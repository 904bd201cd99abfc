"""What a maintainer does, from a bundle to a published revision."""

import re
from pathlib import Path

import pytest
from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import Page, expect

from tests.browser.conftest import no_sideways_scroll, packed
from tests.browser.gate import prove_today, publish

GUIDES = "/c/palstek/guides"


def bring_in(page: Page, bundle: Path) -> None:
    page.goto("/bring-in")
    page.get_by_label("Zip file of the bundle").set_input_files(bundle)


def test_a_guide_for_two_codenames_is_shown_for_the_one_that_is_chosen(
    bench: Page, tmp_path: Path
) -> None:
    edits = [("guide.yaml", "id: wattlaeufer-tidewerk\n", "id: two-phones\n")]
    bring_in(bench, packed(tmp_path, "wattlaeufer-tidewerk", *edits))
    choice = bench.get_by_role("navigation", name="Codenames of this guide")
    expect(choice.get_by_role("link", name="palstek")).to_have_attribute("aria-current", "page")
    expect(bench.get_by_text("Start rettungsring-3.2-palstek.img once")).to_be_visible()
    choice.get_by_role("link", name="schotstek").click()
    expect(bench).to_have_url(re.compile("/c/schotstek/guides/two-phones"))
    expect(bench.get_by_text("Start lotsenboot-1.4-schotstek.img once")).to_be_visible()
    expect(bench.get_by_text("Start rettungsring-3.2-palstek.img once")).to_have_count(0)
    # Another test may have changed a document that it carries: proved for both phones at once.
    prove_today(bench, "schotstek", "two-phones")
    publish(bench, "schotstek", "two-phones")
    bench.get_by_role("link", name="Readers’ page").click()
    expect(bench.get_by_text("These steps are for schotstek")).to_be_visible()
    bench.get_by_role("link", name="choose another phone").click()
    expect(bench.get_by_role("heading", name="Which phone do you have?")).to_be_visible()
    bench.get_by_role("link", name="Bö 4 Neo").click()
    expect(bench.get_by_text("These steps are for palstek")).to_be_visible()


def test_withdrawn_with_a_reason_that_readers_see(bench: Page, tmp_path: Path) -> None:
    bring_in(
        bench, packed(tmp_path, "unlock", ("guide.yaml", "id: unlock\ncode", "id: unlock-2\ncode"))
    )
    expect(bench.get_by_text("promises proved for all")).to_be_visible()
    publish(bench, "palstek", "unlock-2")
    expect(bench.get_by_text("by tonnenleger,")).to_be_visible()
    expect(bench.get_by_text("No reports yet.")).to_be_visible()
    bench.get_by_role("button", name="Withdraw 1.0.0").click()
    confirm = bench.get_by_role("dialog").get_by_role("button", name="Withdraw 1.0.0")
    expect(confirm).to_be_disabled()
    bench.get_by_label("Reason, shown to readers").fill("The carrier changed its rule")
    confirm.click()
    expect(bench.get_by_role("alert")).to_contain_text("The carrier changed its rule")
    bench.get_by_role("link", name="Readers’ page").click()
    expect(bench.get_by_role("alert").first).to_contain_text("Do not follow it.")


def test_open_stop_is_named_and_blocks_publishing(bench: Page) -> None:
    bench.goto(f"{GUIDES}/clean-install?v=draft")
    bench.get_by_role("link", name="Review and publish").click()
    expect(bench.locator("[data-line=stops]")).to_contain_text("2 are open.")
    expect(bench.get_by_role("button", name="Publish")).to_be_disabled()
    bench.get_by_role("link", name="To the sheet", exact=True).click()
    index = bench.get_by_role("list", name="Findings")
    expect(index).to_contain_text("step 19")
    bench.keyboard.press("n")
    row = bench.locator("[aria-current=step]")
    expect(row).to_be_focused()
    expect(row).to_contain_text("The phone hangs at boot")
    expect(row).to_contain_text("331,776 of 2,985,984 kinds of phone")
    expect(row).not_to_contain_text("The other slot is often the one that nobody updated.")
    bench.keyboard.press("e")
    expect(row).to_contain_text("The other slot is often the one that nobody updated.")
    expect(bench.get_by_text("Reported for 1.0.0, not yet known for this one")).to_be_visible()


@pytest.mark.parametrize(
    ("slug", "says"),
    [
        ("base-update", "the phone does not come on again"),
        ("install-from-storage", "a wipe took it before this step"),
    ],
)
def test_drafts_of_the_demo_carry_one_real_hazard_each(bench: Page, slug: str, says: str) -> None:
    bench.goto(f"{GUIDES}/{slug}")
    expect(bench.get_by_role("list", name="Findings")).to_contain_text(says)


def test_second_draft_is_not_lost_over_the_first(bench: Page, tmp_path: Path) -> None:
    edit = ("guide.yaml", "title: Bring", "title: Carefully bring")
    bring_in(bench, packed(tmp_path, "base-update", edit))
    expect(bench.get_by_role("alert")).to_contain_text("has a draft already, imported by")
    bench.get_by_role("button", name="Keep the draft").click()
    expect(bench.get_by_role("alert")).to_have_count(0)
    bring_in(bench, packed(tmp_path, "base-update", edit))
    bench.get_by_role("button", name="Replace the draft").click()
    expect(bench.get_by_role("heading", name="Carefully bring the firmware")).to_be_visible()


def test_faulty_bundle_is_told_by_file_and_line(bench: Page, tmp_path: Path) -> None:
    bring_in(bench, packed(tmp_path, "unlock", ("guide.yaml", "action: unlock", "action: unlok")))
    alert = bench.get_by_role("alert")
    expect(alert).to_contain_text("nothing was stored")
    expect(alert).to_contain_text("guide.yaml, line 56: steps: no action is called 'unlok'")


def test_commands_are_those_of_the_chosen_host(bench: Page) -> None:
    bench.goto(f"{GUIDES}/unlock")
    expect(bench.get_by_text("lotse.exe lock --open")).to_be_visible()
    bench.get_by_role("radio", name="Kogge").click()
    expect(bench.get_by_text("./lotse lock --open")).to_be_visible()
    bench.reload()
    expect(bench.get_by_text("./lotse lock --open")).to_be_visible()


def test_keyboard_walks_jumps_and_can_be_switched_off(bench: Page) -> None:
    bench.goto(f"{GUIDES}/unlock")
    expect(bench.get_by_text("Step", exact=True)).to_be_visible()
    for _ in range(4):
        bench.keyboard.press("ArrowDown")
    expect(bench.locator("[aria-current=step]")).to_contain_text("Turn on the switch that allows")
    bench.keyboard.press("/")
    jump = bench.get_by_role("combobox", name=re.compile("^Jump"))
    expect(jump).to_be_focused()
    jump.fill("ebb wattl 1.0")
    expect(bench.get_by_role("option")).to_have_count(0)
    jump.fill("install storage computer")
    jump.fill("wattläufer nearby")
    expect(bench.get_by_role("option")).to_have_count(1)
    bench.keyboard.press("ArrowDown")
    bench.keyboard.press("Enter")
    expect(bench).to_have_url(f"{bench.url.split('/c/')[0]}{GUIDES}/install-from-storage")
    bench.keyboard.press("?")
    expect(bench.get_by_role("heading", name="Keys")).to_be_visible()
    bench.get_by_label("Single-letter shortcuts on").uncheck()
    bench.keyboard.press("Escape")
    bench.keyboard.press("?")
    expect(bench.get_by_role("dialog")).to_have_count(0)


def test_address_of_a_step_opens_at_the_step(bench: Page) -> None:
    bench.goto(f"{GUIDES}/unlock#step-9")
    expect(bench.locator("[aria-current=step]")).to_contain_text("Unlock the bootloader, and")


def test_signed_out_maintainer_is_asked_to_sign_in(bench: Page) -> None:
    bench.goto("/c/")
    bench.get_by_role("button", name="tonnenleger").click()
    bench.get_by_role("menuitem", name="Sign out").click()
    expect(bench.get_by_role("heading", name="Guides for your phone")).to_be_visible()
    bench.goto("/c/")
    expect(bench.get_by_role("heading", name="Sign in")).to_be_visible()


@pytest.mark.parametrize("theme", ["light", "dark"])
@pytest.mark.parametrize(
    "path", ["/c/", "/c/palstek/guides", f"{GUIDES}/clean-install?v=draft", "/bring-in"]
)
def test_pages_are_accessible_and_do_not_scroll_sideways(
    bench: Page, path: str, theme: str
) -> None:
    bench.emulate_media(color_scheme=theme)  # type: ignore[arg-type]
    bench.goto(path)
    expect(bench.get_by_role("heading", level=1)).to_be_visible()
    found = Axe().run(bench)
    assert found.violations_count == 0, found.generate_report()
    assert no_sideways_scroll(bench)
