"""What a reader does: check, follow, report; with script and without."""

import re

import pytest
from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import Browser, Page, Route, expect

from tests.browser.conftest import no_sideways_scroll


def open_guide(page: Page, title: str = "Install Wattläufer 5") -> None:
    page.goto("/")
    page.get_by_role("link", name=title, exact=True).first.click()


def test_check_answers_with_the_reason(page: Page) -> None:
    open_guide(page)
    page.get_by_role("radio", name="K6: “K6” in the last line").check()
    page.get_by_label("Build string", exact=True).fill("PS-12.2.0-BI.r1")
    page.get_by_role("button", name="Check my phone").click()
    status = page.locator("#check [role=status]")
    expect(status).to_contain_text("Nothing you gave speaks against it.")
    expect(status).to_contain_text("the bootloader is unlocked")
    expect(page.get_by_label("Build string before you began")).to_have_value("PS-12.2.0-BI.r1")


def test_steps_are_ticked_off_follow_the_answers_and_survive_a_reload(page: Page) -> None:
    open_guide(page)
    done = page.get_by_role("button", name="I see it").or_(page.get_by_role("button", name="Done"))
    for _ in range(8):
        done.first.click()
    expect(page.get_by_text("8 of 21 steps done")).to_be_visible()
    page.get_by_role("button", name="Yes").click()
    # The base is new enough: the five rows that would write it belong to others.
    expect(page.get_by_text("9 of 16 steps done")).to_be_visible()
    expect(page.get_by_role("heading", name="Flash radio-12.4.7-m6.img")).to_have_count(0)
    page.reload()
    expect(page.get_by_text("9 of 16 steps done")).to_be_visible()
    page.get_by_role("button", name="Back one step").click()
    expect(page.get_by_text("8 of 16 steps done")).to_be_visible()
    page.get_by_role("button", name="No").click()
    expect(page.get_by_text("9 of 21 steps done")).to_be_visible()
    page.get_by_role("button", name="Yes").click()
    expect(page.get_by_text("10 of 19 steps done")).to_be_visible()


def fill_report(page: Page) -> None:
    page.get_by_label("Build string before you began").fill("PS-12.4.7-KU.r3")
    form = page.locator("form.report")
    form.get_by_role("radio", name="M6").check()
    form.get_by_role("radio", name="Start clean").check()
    form.get_by_role("radio", name="It worked", exact=True).check()


def test_report_is_kept_until_the_site_has_it(page: Page) -> None:
    open_guide(page)
    send = page.get_by_role("button", name="Send the report")
    send.click()
    expect(page.get_by_text("Choose how it ended.")).to_be_visible()
    fill_report(page)
    page.route("**/report", lambda route: route.abort())
    send.click()
    expect(page.get_by_text("The site cannot be reached. Your report is kept here")).to_be_visible()
    page.unroute("**/report")
    page.reload()
    expect(page.get_by_label("Build string before you began")).to_have_value("PS-12.4.7-KU.r3")
    send.click()
    expect(page.get_by_text("Thank you. Your report is in.")).to_be_visible()


def counted_runs(page: Page) -> int:
    """How many readers have reported, once the worker has counted all of them."""
    for _ in range(60):
        page.reload()
        told = page.get_by_text(re.compile("readers? ha(s|ve) reported")).text_content() or ""
        if "being counted" not in told:
            break
        page.wait_for_timeout(250)
    return int(told.split(";")[1].split()[0])


def test_answer_that_got_lost_on_the_way_does_not_count_twice(page: Page) -> None:
    open_guide(page)
    before = counted_runs(page)
    fill_report(page)

    def lose_the_answer(route: Route) -> None:
        route.fetch()
        route.abort()

    page.route("**/report", lose_the_answer)
    page.get_by_role("button", name="Send the report").click()
    expect(page.get_by_text("The site cannot be reached.")).to_be_visible()
    page.unroute("**/report")
    page.get_by_role("button", name="Send the report").click()
    expect(page.get_by_text("Thank you. Your report is in.")).to_be_visible()
    assert counted_runs(page) == before + 1


def test_without_script_everything_is_there(browser: Browser, base_url: str) -> None:
    context = browser.new_context(java_script_enabled=False, base_url=base_url)
    page = context.new_page()
    open_guide(page)
    expect(page.locator(".step")).to_have_count(21)
    expect(page.locator("#step-17")).to_contain_text("This erases all data on the phone.")
    expect(page.get_by_text("You see: The Wattläufer logo, then the greeting")).to_be_visible()
    page.get_by_role("link", name="Ewer", exact=True).click()
    expect(page.get_by_text("lotse write radio radio-12.4.7-k6.img --both")).to_be_visible()
    fill_report(page)
    page.get_by_role("button", name="Send the report").click()
    expect(page.get_by_text("Thank you. Your report is in.")).to_be_visible()
    context.close()


def test_flag_of_the_demo_is_found_and_shown_to_readers(page: Page) -> None:
    open_guide(page)
    expect(page.get_by_text("Readers report failures.")).to_be_visible()
    expect(page.get_by_text("Base build PS-12.4.1-BI.r2:")).to_be_visible()


@pytest.mark.parametrize("theme", ["light", "dark"])
@pytest.mark.parametrize("width", [390, 1280])
@pytest.mark.parametrize("path", ["/", "/c/palstek", "/c/palstek/guides/clean-install", "/login"])
def test_pages_are_accessible_at_every_width(page: Page, path: str, width: int, theme: str) -> None:
    page.set_viewport_size({"width": width, "height": 844})
    page.emulate_media(color_scheme=theme)  # type: ignore[arg-type]
    page.goto(path)
    found = Axe().run(page)
    assert found.violations_count == 0, found.generate_report()
    assert no_sideways_scroll(page)
