"""A guide is translated in the workbench and read in German; a choice of language is kept."""

from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import Browser, Page, expect

from tests.browser.conftest import no_sideways_scroll


def test_a_text_is_translated_and_read(bench: Page, browser: Browser, base_url: str) -> None:
    bench.goto("/c/palstek/guides/clean-install")
    bench.get_by_role("link", name="Translations").click()
    bench.get_by_label("Only what is not translated").check()
    field = bench.get_by_label("step 18, to try 2")
    field.fill("Nehmen Sie ein Kabel, das Daten überträgt.")
    bench.reload()
    # What was typed and not saved is still there.
    expect(field).to_have_value("Nehmen Sie ein Kabel, das Daten überträgt.")
    assert Axe().run(bench).violations_count == 0
    field.press("Control+Enter")
    expect(bench.get_by_text("36 of 37 texts are translated.").first).to_be_visible()
    reader = browser.new_context(
        base_url=base_url, locale="de-DE", viewport={"width": 390, "height": 844}
    ).new_page()
    reader.goto("/c/palstek/guides/clean-install")
    expect(reader.get_by_role("heading", name="Wattläufer 5 installieren")).to_be_visible()
    assert "Nehmen Sie ein Kabel, das Daten überträgt." in reader.content()
    expect(reader.get_by_text("bis auf 1 von 37 Stellen")).to_be_visible()
    expect(reader.get_by_text("0 von 21 Schritten erledigt")).to_be_visible()
    assert no_sideways_scroll(reader)
    assert Axe().run(reader).violations_count == 0
    reader.get_by_role("link", name="English").click()
    expect(reader.get_by_role("heading", name="Install Wattläufer 5")).to_be_visible()
    reader.goto("/")
    expect(reader.get_by_role("heading", name="Guides for your phone")).to_be_visible()
    reader.context.close()
