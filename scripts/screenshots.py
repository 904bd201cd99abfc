"""Takes the pictures in docs/screenshots/ from the demo, on data of its own."""

import tempfile
from pathlib import Path

from playwright.sync_api import Page, sync_playwright

from anleitung.demo.serving import CHROMIUM, HOME, demo_site, wait_for_first_round
from anleitung.standins.files import file_content

SHOTS = HOME / "docs" / "screenshots"
ARGS = ["--no-sandbox", "--disable-gpu", "--disable-background-networking", "--disable-sync"]
WIDE, NARROW = {"width": 1280, "height": 800}, {"width": 390, "height": 844}
INSTALL = "/c/palstek/guides/clean-install"
TWO = "/c/schotstek/guides/tidewerk-old-base"
ROUTE = (
    "/c/schotstek/route?to=guide:generic-kiebitz&bootloader=locked&system=stock"
    "&build=SK-12.6.0-KU.r1"
)
WAY = "/c/palstek/builds?build=PS-12.1.0-KU.r1&to=PS-13.0.5-KU.r4"


def shoot(page: Page, name: str, path: str, *keys: str, at: str = "") -> None:
    """at: the id of what is shown at the top."""
    page.goto(path)
    page.wait_for_load_state("networkidle")
    if at:
        page.evaluate("id => document.getElementById(id).scrollIntoView()", at)
    for key in keys:
        page.keyboard.press(key)
    page.wait_for_timeout(300)
    page.screenshot(path=SHOTS / f"{name}.png")


def _files_at_hand(home: Path) -> list[Path]:
    """Two that are right, one that is cut short, one under another name."""
    names = [
        ("radio-12.4.7-m6.img", 22_016),
        ("firmware-12.4.7-m6.img", 36_352),
        ("rettungsring-3.2-palstek.img", 48_128),
        ("wattlaeufer-5.0-palstek.zip", 310_272),
    ]
    found = []
    for i, (name, size) in enumerate(names):
        content = file_content(name, size)
        path = home / ("download (1).img" if i == 2 else name)
        path.write_bytes(content[:-512] if i == 1 else content)
        found.append(path)
    return found


def _writing(page: Page) -> None:
    """A row that is open on its rail, and notes with what they leave open."""
    page.goto(f"{INSTALL}?v=draft")
    row = page.locator("#step-11 [data-row]")
    row.click()
    page.keyboard.press("Enter")
    page.locator(".slot-rail").wait_for()
    page.wait_for_timeout(5_000)
    page.screenshot(path=SHOTS / "write.png")
    page.goto("/c/palstek/begin?from=notes")
    text = (HOME / "anleitung/demo/notes/10-half-asleep.txt").read_text()
    page.get_by_label("Your notes, as they are").fill(text)
    page.get_by_label("Title, as readers see it").fill("Wattläufer on a K6, from notes")
    page.keyboard.press("Enter")
    asked = page.locator(".question").first
    asked.wait_for()
    page.wait_for_timeout(5_000)
    page.locator("li > [data-row]", has=asked).click()
    page.wait_for_timeout(4_000)
    page.screenshot(path=SHOTS / "write-notes.png")


def take(base: str, home: str) -> None:
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=ARGS)
        page = browser.new_page(base_url=base, viewport=WIDE)
        shoot(page, "front", "/")
        shoot(page, "reader", INSTALL)
        page.goto("/login")
        page.fill("#id_username", "tonnenleger")
        page.fill("#id_password", "mudflats-at-low-tide")
        page.click("button[type=submit]")
        page.wait_for_url("**/c/")
        shoot(page, "desk", "/c/")
        shoot(page, "codename", "/c/palstek")
        shoot(page, "guides", "/c/palstek/guides")
        shoot(page, "builds", WAY)
        shoot(page, "map", "/c/palstek/routes#keep-rettungsring")
        page.goto("/c/palstek/files?guide=clean-install&v=1.0.0")
        page.get_by_label("Files to check").set_input_files(_files_at_hand(Path(home)))
        page.get_by_role("list", name="Verdicts").wait_for()
        page.screenshot(path=SHOTS / "files.png")
        page.goto("/c/palstek/files#sources")
        page.get_by_role("button", name="Check them now").wait_for(timeout=60_000)
        shoot(page, "sources", "/c/palstek/files#sources", at="sources")
        shoot(page, "sheet", INSTALL)
        # A guide for two codenames, with a stop on one of them.
        shoot(page, "sheet-draft-stop", f"{TWO}?v=draft", "n", "e")
        page.get_by_role("link", name="This phone on the bench").first.click()
        page.wait_for_timeout(900)
        page.screenshot(path=SHOTS / "bench.png")
        page.goto(f"{INSTALL}/compare?first=1.0.0")
        page.get_by_text("It becomes").wait_for(timeout=60_000)
        page.screenshot(path=SHOTS / "compare.png")
        page.goto(f"{INSTALL}/review")
        page.locator("[data-line=eyes]").wait_for(timeout=60_000)
        page.wait_for_timeout(1_500)
        page.screenshot(path=SHOTS / "review.png")
        _writing(page)
        shoot(page, "route", ROUTE, at="found")
        phone = browser.new_page(base_url=base, viewport=NARROW, locale="de-DE")
        shoot(phone, "reader-390", INSTALL)
        phone = browser.new_page(base_url=base, viewport=NARROW, color_scheme="dark")
        phone.goto(INSTALL)
        for _ in range(4):
            phone.locator(".step[aria-current] .acts button").first.click()
        phone.wait_for_timeout(200)
        phone.screenshot(path=SHOTS / "reader-step-390.png")
        browser.close()


def main() -> None:
    SHOTS.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory() as data, demo_site(Path(data)) as base:
        wait_for_first_round(Path(data))
        take(base, data)


if __name__ == "__main__":
    main()
