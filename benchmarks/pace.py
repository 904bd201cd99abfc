"""The sheet on a slow machine: blocking while it opens, and an arrow key on 1,000 steps.

The processor is slowed four times. Blocking: what long tasks take beyond 50 ms. Key: from the press
to the paint.
"""

import tempfile
from pathlib import Path
from statistics import median
from typing import Any

from playwright.sync_api import Page, sync_playwright

from anleitung.demo.serving import CHROMIUM, demo_site

SLOWED = 4
STEPS = 1_000
SHEET = "/c/palstek/guides/clean-install?v=1.0.0"
NAME, PASSWORD = "tonnenleger", "mudflats-at-low-tide"  # of the demo only
BLOCKING = """
window.blocked = 0;
new PerformanceObserver((list) => {
  for (const task of list.getEntries()) window.blocked += Math.max(0, task.duration - 50);
}).observe({ type: "longtask", buffered: true });
"""
PRESS = """() => new Promise((done) => {
  const began = performance.now();
  document.activeElement.dispatchEvent(
    new KeyboardEvent("keydown", { key: "ArrowDown", bubbles: true }));
  requestAnimationFrame(() => setTimeout(() => done(performance.now() - began)));
})"""


def main() -> None:
    with (
        tempfile.TemporaryDirectory() as home,
        demo_site(Path(home)) as address,
        sync_playwright() as play,
    ):
        browser = play.chromium.launch(executable_path=CHROMIUM, args=["--no-sandbox"])
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        page.goto(f"{address}/login")
        page.fill("#id_username", NAME)
        page.fill("#id_password", PASSWORD)
        page.click("button[type=submit]")
        page.wait_for_url("**/c/")
        page.goto(address + SHEET)
        page.wait_for_load_state("networkidle")  # proofs and slips are kept from here on
        page.add_init_script(BLOCKING)
        blocked = [_open(page, address) for _ in range(5)]
        print(f"blocking while the sheet opens: {median(blocked):.0f} ms of {sorted(blocked)}")
        page.route("**/api/revisions/*", _long)
        _open(page, address)
        assert page.locator(".sheet-rows > li").count() == STEPS
        page.keyboard.press("ArrowDown")
        keys = [page.evaluate(PRESS) for _ in range(20)]
        print(f"an arrow key on {STEPS:,} steps: {median(keys):.0f} ms, at most {max(keys):.0f} ms")
        browser.close()


def _open(page: Page, address: str) -> int:
    session = page.context.new_cdp_session(page)
    session.send("Emulation.setCPUThrottlingRate", {"rate": SLOWED})
    page.goto("about:blank")
    page.goto(address + SHEET)
    # Looking for a row again and again would be work of the page; it is looked at when all is done.
    page.wait_for_load_state("networkidle")
    page.locator(".sheet-rows > li").first.wait_for()
    return round(page.evaluate("window.blocked"))


def _long(route: Any) -> None:
    answer = route.fetch()
    page = answer.json()
    rows = page["sheet"]["rows"]
    page["sheet"]["rows"] = [
        rows[i % len(rows)] | {"id": f"s{i}", "number": i + 1} for i in range(STEPS)
    ]
    route.fulfill(response=answer, json=page)


if __name__ == "__main__":
    main()
