"""What is fetched when somebody comes near it: that it may come late, or not at all."""

import pytest
from playwright.sync_api import Page, Route, expect

from tests.browser.test_every_view import SHEET


@pytest.mark.breaks("Failed to fetch dynamically imported module")
def test_what_cannot_be_fetched_is_said_and_takes_nothing_else_with_it(bench: Page) -> None:
    bench.goto(SHEET)
    expect(bench.get_by_role("heading", level=1)).to_be_visible()
    bench.wait_for_load_state("networkidle")
    bench.route("**/assets/*.js", lambda route: route.abort())
    # A dialog: the page stays as it is.
    bench.get_by_role("button", name="Withdraw").click()
    expect(bench.get_by_text("This could not be loaded.")).to_be_attached()
    expect(bench.get_by_role("heading", level=1)).to_contain_text("Install Wattläufer 5")
    # A view: what is around it stays, and so do the views that are there.
    bench.get_by_role("link", name="Host tools").click()
    failed = bench.get_by_role("alert")
    expect(failed).to_contain_text("This view could not be loaded")
    bench.get_by_role("link", name="Desk").click()
    expect(failed).not_to_be_attached()
    bench.unroute("**/assets/*.js")
    bench.go_back()
    bench.get_by_role("button", name="Reload the page").click()
    expect(bench.get_by_role("heading", name="Host tools")).to_be_visible()


@pytest.mark.parametrize("by", ["mouse", "space", "touch"])
def test_a_press_that_is_held_while_its_control_arrives_is_not_lost(bench: Page, by: str) -> None:
    """The picture of the menu stands until the press is over, and the menu opens for it."""
    bench.goto(SHEET)
    bench.wait_for_load_state("networkidle")
    held: list[Route] = []
    bench.route("**/assets/*.js", lambda route: held.append(route))
    name = bench.get_by_role("button", name="tonnenleger")
    box = name.bounding_box()
    assert box is not None
    middle = {"x": box["x"] + box["width"] / 2, "y": box["y"] + box["height"] / 2}
    finger = bench.context.new_cdp_session(bench)
    with bench.expect_request("**/assets/*.js"):
        if by == "mouse":
            name.hover()
            bench.mouse.down()
        elif by == "space":
            name.focus()
            bench.keyboard.down(" ")
        else:
            points = {"type": "touchStart", "touchPoints": [middle]}
            finger.send("Input.dispatchTouchEvent", points)
    bench.wait_for_timeout(200)  # what was asked for is held by now
    with bench.expect_request_finished(lambda request: request.url.endswith(".js")):
        while held:
            held.pop().continue_()
    bench.wait_for_timeout(400)  # it is there, and would have taken the picture's place
    if by == "mouse":
        bench.mouse.up()
    elif by == "space":
        bench.keyboard.up(" ")
    else:
        finger.send("Input.dispatchTouchEvent", {"type": "touchEnd", "touchPoints": []})
    expect(bench.get_by_role("menuitem", name="Sign out")).to_be_visible()
