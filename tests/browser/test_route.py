"""The way to an aim, asked for with the keyboard and read on a small screen."""

import pytest
from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import Page, expect

from tests.browser.conftest import no_sideways_scroll


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
    page.get_by_role("link", name="open market").click()
    expect(page.get_by_text("This decides most")).to_have_count(0)
    expect(page.get_by_text("It holds on all")).to_be_visible()
    page.get_by_label("photos and files").check()
    page.get_by_role("button", name="Find the way").click()
    expect(page.get_by_text("each of them takes what you want to keep")).to_be_visible()
