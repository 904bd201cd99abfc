"""What tests of writing share: a new draft, its rows, and the line for a new one."""

from playwright.sync_api import Locator, Page, expect


def begin(page: Page, title: str, how: str = "empty", text: str = "") -> str:
    """A new draft for palstek; gives its address."""
    page.goto(f"/c/palstek/begin?from={how}")
    if text:
        page.get_by_label("Your notes, as they are").fill(text)
    page.get_by_label("Title, as readers see it").fill(title)
    page.keyboard.press("Enter")
    expect(page.get_by_role("heading", level=1, name=title)).to_be_visible()
    expect(status(page)).to_contain_text("all saved")
    return page.url


def status(page: Page) -> Locator:
    return page.locator(".write-status").get_by_role("status")


def rows(page: Page) -> Locator:
    return page.locator("li > [data-row]")


def line(page: Page) -> Locator:
    return page.get_by_role("combobox", name="A new step")


def write(page: Page, *lines: str) -> None:
    for each in lines:
        before = rows(page).count()
        line(page).fill(each)
        page.keyboard.press("Enter")
        if before:
            expect(line(page)).to_have_value("")
            expect(status(page)).to_contain_text("all saved")
