"""Nothing that is typed is lost: without the site, without a session, in a closed tab, refused."""

import re

from playwright.sync_api import BrowserContext, Page, expect

from tests.browser.writing import begin, line, rows, status, write


def test_edits_wait_while_the_site_cannot_be_reached(bench: Page, context: BrowserContext) -> None:
    begin(bench, "Offline")
    write(bench, "charge")
    context.set_offline(True)
    line(bench).fill("restart")
    bench.keyboard.press("Enter")
    expect(status(bench)).to_contain_text("1 edit waits in this browser")
    line(bench).fill("power off")
    bench.keyboard.press("Enter")
    expect(status(bench)).to_contain_text("2 edits wait in this browser")
    context.set_offline(False)
    expect(rows(bench)).to_have_count(3)
    expect(status(bench)).to_contain_text("all saved")


def test_a_session_that_ends_while_one_types_loses_nothing(
    bench: Page, context: BrowserContext
) -> None:
    begin(bench, "Signed out")
    write(bench, "charge")
    kept = context.cookies()
    context.clear_cookies(name="sessionid")
    line(bench).fill("restart")
    bench.keyboard.press("Enter")
    expect(status(bench)).to_contain_text("You were signed out: 1 edit waits here")
    context.add_cookies(kept)  # as signing in beside it does
    expect(rows(bench)).to_have_count(2)


def test_what_a_closed_tab_could_not_send_is_sent_by_the_next(
    bench: Page, context: BrowserContext
) -> None:
    address = begin(bench, "A closed tab")
    write(bench, "charge")
    context.set_offline(True)
    line(bench).fill("restart")
    bench.keyboard.press("Enter")
    expect(status(bench)).to_contain_text("1 edit waits in this browser")
    # Another tab that is open leaves it alone; one that opens after it was closed takes it up.
    bench.close()
    context.set_offline(False)
    other = context.new_page()
    # An emulated network that comes back breaks what is on its way just then.
    other.goto("/c/")
    expect(other.get_by_role("heading", name="Needs a decision")).to_be_visible()
    other.goto(address)
    expect(rows(other)).to_have_count(2)
    expect(rows(other).nth(1)).to_contain_text("Restart")
    expect(status(other)).to_contain_text("all saved")


def test_what_the_site_does_not_take_is_tried_again_or_shown_with_its_words(bench: Page) -> None:
    begin(bench, "Not taken")
    write(bench, "charge")
    edits = re.compile("/edits$")

    def answers(status_code: int, code: str, message: str) -> None:
        body = {"code": code, "message": message, "at": [], "standing": ""}
        bench.route(edits, lambda route: route.fulfill(status=status_code, json=body))

    for code, status_code in (("error", 500), ("too-many", 429), ("no-right", 403)):
        answers(status_code, code, "Not now.")
        line(bench).fill("power off")
        bench.keyboard.press("Enter")
        expect(status(bench)).to_contain_text("Not saved yet: 1 edit waits in this browser")
        bench.unroute(edits)
        expect(status(bench)).to_contain_text("all saved")
        expect(rows(bench)).to_have_count(2)
        bench.keyboard.press("Escape")
        rows(bench).nth(1).click()
        bench.keyboard.press("x")
        expect(rows(bench)).to_have_count(1)
        bench.keyboard.press("i")
    answers(409, "edit-refused", "It would not fit.")
    line(bench).fill("restart and sing")
    bench.keyboard.press("Enter")
    refused = bench.get_by_role("alert")
    expect(refused).to_contain_text("This edit was not taken: It would not fit.")
    expect(refused).to_contain_text("restart and sing")
    bench.unroute(edits)
    bench.get_by_role("button", name="Understood").click()
    expect(refused).not_to_be_attached()
    expect(status(bench)).to_contain_text("all saved")
