"""The way to an aim, asked for with the keyboard and read on a small screen."""

import pytest
from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import Page, expect

from tests.browser.conftest import no_sideways_scroll
from tests.browser.writing import begin, status


@pytest.mark.parametrize(("width", "theme"), [(1280, "light"), (390, "dark")])
def test_a_way_is_asked_for_and_narrowed_by_what_decides(
    page: Page, width: int, theme: str
) -> None:
    page.set_viewport_size({"width": width, "height": 800})
    page.emulate_media(color_scheme=theme)  # type: ignore[arg-type]
    page.goto("/c/palstek")
    page.get_by_role("link", name="Find the way from your phone").click()
    page.get_by_label("What do you want?").select_option("rooted:wattlaeufer")
    page.get_by_label("Build string").fill("PS-12.4.7-KU.r3")
    page.get_by_label("Bootloader").select_option("locked")
    page.get_by_label("System").select_option("stock")
    page.get_by_label("Build string").press("Enter")
    legs = page.locator(".legs h3")
    expect(legs).to_have_count(3)
    expect(legs.first).to_contain_text("Unlock the bootloader")
    assert no_sideways_scroll(page)
    found = Axe().run(page)
    assert found.violations_count == 0, found.generate_report()
    answers = page.locator(".answers")
    expect(answers.locator("dd").first).to_contain_text(" → Root with Bootsmann")
    expect(answers.locator("dt", has_text="Deichfunk")).to_be_visible()
    page.get_by_role("link", name="open market").click()
    expect(page.get_by_text("This decides most")).to_have_count(0)
    expect(page.get_by_text("It holds on all")).to_be_visible()
    page.get_by_label("photos and files").check()
    page.get_by_role("button", name="Find the way").click()
    expect(page.get_by_text("each of them takes what you want to keep")).to_be_visible()


def test_the_map_shows_what_opens_a_guide_and_what_its_author_declares(bench: Page) -> None:
    bench.goto("/c/palstek/routes")
    place = bench.locator(".route-map").get_by_role("button", name="Keep Rettungsring")
    place.focus()
    bench.keyboard.press("Enter")
    expect(place).to_have_attribute("aria-pressed", "true")
    one = bench.locator("section[aria-labelledby=one-place]")
    expect(one).to_contain_text(
        "a phone as sold → Unlock the bootloader → Install Wattläufer 5 → Keep Rettungsring"
    )
    expect(one).to_contain_text("2. Bring the firmware base to 12.4.7 in both slots: The recovery")
    expect(one).to_contain_text("Install Wattläufer 5 for ")
    expect(bench.get_by_text("every phone that comes through with it")).to_be_visible()
    found = Axe().run(bench)
    assert found.violations_count == 0, found.generate_report()
    bench.goto("/c/")
    chains = bench.get_by_role("region", name="Chains of guides")
    chains.get_by_role("link", name="Look at it").first.click()
    expect(bench.get_by_role("heading", level=1)).to_contain_text("Which guide leads to which")


def test_what_comes_before_a_guide_is_declared_in_its_head(bench: Page) -> None:
    begin(bench, "Declared here")
    bench.get_by_role("button", name="Write the head").click()
    bench.get_by_label("One more guide that comes before").fill("unlock")
    bench.keyboard.press("Enter")
    bench.get_by_label("Why unlock comes before").fill("A locked phone takes nothing")
    bench.keyboard.press("Enter")
    expect(status(bench)).to_contain_text("all saved")
    bench.reload()
    expect(bench.get_by_label("Why unlock comes before")).to_have_value(
        "A locked phone takes nothing"
    )
    bench.get_by_role("button", name="Take out unlock").click()
    expect(bench.get_by_label("Why unlock comes before")).to_have_count(0)
