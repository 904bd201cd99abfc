"""Through the gate, for tests that are about something else: by requests, not by hand."""

import time
from typing import Any

from playwright.sync_api import APIRequestContext, BrowserContext, Page, expect

from anleitung.demo.management.commands.load_demo import LOG_INS

# (address of the front page, number) → cookies of somebody who came in there.
_IN: dict[tuple[str, int], list[Any]] = {}


def sign_in(context: BrowserContext, number: int) -> None:
    """As one of the demo's people, by the form of the page but without looking at it; where they

    are in still, with what their browser held.
    """
    front = (context.request.get("/login").url, number)
    if front in _IN:
        context.add_cookies(_IN[front])
        if context.request.get("/api/work").ok:
            return
        context.clear_cookies()
        context.request.get("/login")
    name, password, _ = LOG_INS[number]
    token = next(c["value"] for c in context.cookies() if c["name"] == "csrftoken")
    form = {"username": name, "password": password, "csrfmiddlewaretoken": token, "next": ""}
    assert context.request.post("/login", form=form).ok
    assert any(c["name"] == "sessionid" for c in context.cookies())
    _IN[front] = [*context.cookies()]


def second_person(page: Page) -> Page:
    """The other maintainer of the demo, in a browser of their own."""
    browser = page.context.browser
    assert browser is not None
    base = page.url.split("/c/")[0].split("/bring-in")[0]
    context = browser.new_context(base_url=base)
    sign_in(context, 1)
    return context.new_page()


def let_stand_and_approved(bench: Page, codename: str, slug: str) -> None:
    """Whatever can be let stand is, and the other maintainer approves the draft as it stands."""
    at = f"/api/drafts/{codename}/{slug}"
    review = _review(bench.request, at)
    for line in review["gate"]["lines"]:
        for item in line["items"]:
            if item["key"] and not item["waiver"]:
                body = {"seen": review["fingerprint"], "key": item["key"], "reason": "As ever so."}
                _post(bench, f"{at}/waivers", body)
    other = second_person(bench)
    body = {"seen": review["fingerprint"], "verdict": "approve", "says": ""}
    _post(other, f"{at}/readings", body)
    other.context.close()


def prove_today(bench: Page, codename: str, slug: str) -> None:
    """With the catalogue's documents as they stand, as the button of the draft's page does."""
    _post(bench, f"/api/drafts/{codename}/{slug}/prove-today", {})


def _review(request: APIRequestContext, at: str) -> Any:
    until = time.monotonic() + 60
    while time.monotonic() < until:
        answer = request.get(f"{at}/review")
        if answer.status == 200:
            return answer.json()
        assert answer.status in (202, 409), answer.text()
        time.sleep(0.3)
    raise AssertionError("the gate was not worked out")


def _post(page: Page, path: str, body: Any) -> None:
    token = next(c["value"] for c in page.context.cookies() if c["name"] == "csrftoken")
    until = time.monotonic() + 60
    while time.monotonic() < until:
        answer = page.request.post(path, data=body, headers={"X-CSRFToken": token})
        if answer.status == 200:
            return
        assert answer.status in (202, 409), answer.text()
        time.sleep(0.3)
    raise AssertionError(f"{path} was not taken")


def publish(bench: Page, codename: str, slug: str, name: str = "Publish 1.0.0") -> None:
    """Another test may look at the sources meanwhile: what it finds is let stand as well."""
    let_stand_and_approved(bench, codename, slug)
    bench.get_by_role("link", name="Review and publish").click()
    button = bench.get_by_role("button", name=name, exact=True)
    expect(button).to_be_visible()
    for _ in range(3):
        bench.wait_for_load_state("networkidle")
        if button.is_enabled():
            break
        let_stand_and_approved(bench, codename, slug)
        bench.reload()
        expect(button).to_be_visible()
    assert button.is_enabled(), bench.locator(".gate").inner_text()
    button.click()
    expect(bench.get_by_role("link", name="Readers’ page")).to_be_visible()
