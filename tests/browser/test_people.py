"""Invited, signed in with a token of one's own, and asked for a codename."""

from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import Page, expect

from tests.browser.conftest import no_sideways_scroll
from tests.browser.gate import sign_in


def test_somebody_is_invited_comes_in_and_asks_for_a_codename(page: Page, base_url: str) -> None:
    sign_in(page.context, 3)
    administrator = page
    administrator.goto("/people")
    administrator.get_by_label("As", exact=True).select_option("maintainer")
    administrator.get_by_role("button", name="Make a link").click()
    link = administrator.get_by_role("status").locator(".letter").inner_text()
    found = Axe().run(administrator)
    assert found.violations_count == 0, found.generate_report()

    browser = page.context.browser
    assert browser is not None
    fresh = browser.new_context(base_url=base_url, viewport={"width": 390, "height": 844})
    guest = fresh.new_page()
    guest.goto(link)
    assert no_sideways_scroll(guest)
    guest.get_by_label("Your name here").fill("bootsjunge")
    guest.get_by_label("Password").fill("a-rope-a-knot-a-bend")
    guest.keyboard.press("Enter")
    expect(guest.get_by_role("heading", name="bootsjunge")).to_be_visible()
    guest.get_by_label("A new token, named").fill("repository")
    guest.get_by_label("read what you may read").check()
    guest.get_by_role("button", name="Make a token").click()
    expect(guest.get_by_text("anl_")).to_be_visible()
    found = Axe().run(guest)
    assert found.violations_count == 0, found.generate_report()
    assert no_sideways_scroll(guest)
    guest.reload()
    expect(guest.get_by_text("anl_")).to_have_count(0)
    guest.get_by_role("button", name="Revoke repository").click()
    expect(guest.get_by_role("button", name="Revoke repository")).to_have_count(0)
    guest.goto("/people")
    guest.get_by_label("Ask to keep").fill("klampe")
    guest.get_by_label("since").fill("I have three of these phones.")
    guest.get_by_role("button", name="Ask for it").click()
    expect(guest.get_by_text("waits for a yes of the other side")).to_be_visible()
    used = browser.new_context(base_url=base_url).new_page()
    used.goto(link)
    expect(used.get_by_role("heading", name="This does not lead on")).to_be_visible()

    kept = browser.new_context(base_url=base_url)
    sign_in(kept, 0)
    keeper = kept.new_page()
    keeper.goto("/people")
    keeper.get_by_role("button", name="Give klampe to bootsjunge").click()
    expect(keeper.get_by_role("row", name="klampe")).to_contain_text("bootsjunge, tonnenleger")
    assert no_sideways_scroll(keeper)
