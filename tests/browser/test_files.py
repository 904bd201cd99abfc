"""Files dropped in the browser: digested there, judged, and taken into a draft."""

import zipfile
from pathlib import Path

import pytest
from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import Page, expect

from anleitung.standins.files import file_content
from tests.browser.conftest import no_sideways_scroll
from tests.core.bundles import bundle
from tests.core.formats.test_pictures import photo

SET = "/c/palstek/files?guide=clean-install&v=1.0.0"


@pytest.fixture
def downloads(tmp_path: Path) -> Path:
    for package in bundle("clean-install").world.packages.values():
        (tmp_path / package.name).write_bytes(file_content(package.name, package.size))
    return tmp_path


def give(page: Page, *files: Path) -> None:
    page.get_by_label("Files to check").set_input_files([str(f) for f in files])


def test_every_verdict_and_nothing_is_uploaded(bench: Page, downloads: Path) -> None:
    sent: list[int] = []
    bench.on("request", lambda r: sent.append(len(r.post_data_buffer or b"")))
    (downloads / "radio-12.4.7-m6.img").rename(downloads / "download.img")
    (downloads / "radio-12.4.7-k6.img").write_text("<!doctype html><title>Wait</title>")
    cut = downloads / "firmware-12.4.7-k6.img"
    cut.write_bytes(cut.read_bytes()[:-1])
    inner = downloads / "firmware-12.4.7-m6.img"
    with zipfile.ZipFile(downloads / "all.zip", "w", zipfile.ZIP_DEFLATED) as archive:
        # Larger than what is read at once, so that the wanted file lies in a later piece.
        archive.writestr("filler", file_content("filler", 3_000_000))
        archive.write(inner, "folder/" + inner.name)
    inner.unlink()
    (downloads / "note.txt").write_text("x")
    (downloads / "rettungsring-3.2-palstek.img").unlink()
    bench.goto(SET)
    expect(bench.get_by_role("table", name="File set")).to_be_visible()
    give(bench, *sorted(downloads.iterdir()))
    told = bench.get_by_role("list", name="Verdicts")
    for verdict, name, more in (
        ("right, but misnamed", "download.img", "rename it to radio-12.4.7-m6.img"),
        ("wrong bytes", "radio-12.4.7-k6.img", "this is a web page"),
        ("wrong bytes", "firmware-12.4.7-k6.img", "cut short"),
        ("right", "firmware-12.4.7-m6.img", "inside all.zip"),
        ("unknown", "note.txt", "not in this set"),
        ("right", "wattlaeufer-5.0-palstek.zip", "the right bytes"),
        ("missing", "rettungsring-3.2-palstek.img", "not among your files"),
    ):
        line = told.get_by_role("listitem").filter(has=bench.get_by_text(name, exact=True))
        expect(line).to_contain_text(verdict)
        expect(line).to_contain_text(more)
    assert max(sent) < 6_000, "digests go out, files do not"


def test_large_file_shows_progress_and_can_be_stopped(bench: Page, tmp_path: Path) -> None:
    large = tmp_path / "large.img"
    with large.open("wb") as stream:
        stream.truncate(1_500_000_000)
    bench.goto(SET)
    give(bench, large)
    at_hand = bench.get_by_role("region", name="Files at hand")
    expect(at_hand.get_by_role("progressbar")).to_be_visible()
    expect(at_hand).to_contain_text("of 1.50 GB")
    at_hand.get_by_role("button", name="Stop").click()
    expect(at_hand.get_by_role("progressbar")).to_have_count(0)
    expect(bench.get_by_role("list", name="Verdicts")).to_have_count(0)


def test_list_is_compared(bench: Page) -> None:
    bench.goto(SET)
    good = bundle("clean-install").world.packages["radio-m6"]
    bench.get_by_label("Checksum list").fill(f"{good.sha256}  {good.name}\n{'ab' * 32}  x.img\nhm")
    bench.get_by_role("button", name="Compare", exact=True).click()
    section = bench.get_by_role("region", name="Compare with a list")
    expect(section).to_contain_text(f"agrees {good.name}")
    expect(section).to_contain_text("not in set x.img")
    expect(section).to_contain_text("unreadable line 3")


def test_author_fills_a_draft_from_dropped_files(bench: Page, tmp_path: Path) -> None:
    new = tmp_path / "beiboot-mini.zip"
    new.write_bytes(b"not a zip, but a file")
    bench.goto("/c/palstek/files?guide=install-from-storage&v=draft")
    expect(bench.get_by_role("table", name="File set")).not_to_contain_text("beiboot")
    give(bench, new)
    bench.get_by_label("take into the set").check()
    bench.get_by_role("button", name="Take 1 into the draft").click()
    expect(bench.get_by_role("table", name="File set")).to_contain_text("beiboot-mini.zip")
    expect(bench.get_by_role("list", name="What the sets disagree on")).to_contain_text(
        "beiboot-mini.zip is in the set, and no step uses it"
    )


def test_assumptions_can_be_changed(bench: Page) -> None:
    bench.goto(SET)
    room = bench.get_by_role("region", name="Room and time")
    expect(room).to_contain_text("475 kB")
    room.get_by_label("Download").fill("0.001")
    expect(room).to_contain_text("8 min")


def test_file_page_is_accessible_and_fits(bench: Page) -> None:
    bench.goto(SET)
    expect(bench.get_by_role("table", name="File set")).to_be_visible()
    found = Axe().run(bench, options={"runOnly": ["wcag2a", "wcag2aa"]})
    assert found.violations_count == 0, found.generate_report()
    bench.set_viewport_size({"width": 390, "height": 800})
    assert no_sideways_scroll(bench)


def test_readers_check_their_files_and_send_none(page: Page, downloads: Path) -> None:
    sent: list[int] = []
    page.on("request", lambda r: sent.append(len(r.post_data_buffer or b"")))
    (downloads / "radio-12.4.7-m6.img").write_text("<!doctype html>")
    (downloads / "rettungsring-3.2-palstek.img").unlink()
    page.goto("/c/palstek/guides/clean-install")
    page.get_by_label("Check your files here").set_input_files(
        [str(f) for f in sorted(downloads.iterdir())]
    )
    status = page.get_by_role("status").filter(has_text="right")
    expect(status).to_contain_text("wrong: do not use it")
    expect(status).to_contain_text("this is a web page")
    expect(status).to_contain_text("missing")
    assert max(sent) < 6_000


def test_only_the_worker_may_run_web_assembly(page: Page, downloads: Path) -> None:
    policies: dict[str, str] = {}
    page.on(
        "response",
        lambda r: policies.update({r.url: r.headers.get("content-security-policy", "")}),
    )
    page.goto("/c/palstek/guides/clean-install")
    page.get_by_label("Check your files here").set_input_files(str(next(downloads.iterdir())))
    expect(page.locator(".at-hand li").first).to_be_visible()
    allowed = [url for url, policy in policies.items() if "wasm-unsafe-eval" in policy]
    assert [url.rpartition("/")[2].partition("-")[0] for url in allowed] == ["digest.worker"]
    assert all("unsafe-inline" not in policy for policy in policies.values())


def test_a_file_of_a_draft_is_written_in_the_form(bench: Page) -> None:
    bench.goto("/c/palstek/files?guide=root-once-more-missing&v=draft")
    row = bench.get_by_role("row").filter(has_text="wattlaeufer-5.0-palstek-ramdisk.img").first
    row.get_by_role("link", name="Edit").click()
    licence = bench.get_by_label("Licence or terms")
    licence.fill("x" * 201)
    expect(bench.get_by_role("button", name="Save it")).to_be_disabled()
    licence.fill("only with its notice")
    bench.reload()
    expect(licence).to_have_value("only with its notice")
    bench.get_by_role("button", name="Save it").click()
    expect(bench.get_by_text("only with its notice")).to_be_visible()


def test_a_picture_is_put_to_a_step_and_taken_away(bench: Page, tmp_path: Path) -> None:
    (tmp_path / "photo.jpg").write_bytes(photo())
    bench.goto("/c/palstek/guides/root-once-more-missing?v=draft#step-3")
    bench.get_by_role("button", name="Add a picture").click()
    bench.get_by_label("Picture", exact=True).set_input_files(str(tmp_path / "photo.jpg"))
    bench.get_by_label("Alt text").fill("the question on the screen")
    bench.get_by_role("button", name="Add it to the step").click()
    shown = bench.get_by_role("img", name="the question on the screen")
    expect(shown).to_be_visible()
    expect(shown).to_have_js_property("naturalWidth", 120)
    bench.get_by_role("button", name="Remove this picture").click()
    expect(shown).not_to_be_attached()


def test_a_zip_that_unfolds_without_end_is_told_of(bench: Page, tmp_path: Path) -> None:
    with zipfile.ZipFile(tmp_path / "bomb.zip", "w", zipfile.ZIP_DEFLATED) as archive:
        archive.writestr("zeros", bytes(20_000_000))
    bench.goto(SET)
    expect(bench.get_by_role("table", name="File set")).to_be_visible()
    give(bench, tmp_path / "bomb.zip")
    told = bench.get_by_role("listitem").filter(has_text="bomb.zip")
    expect(told).to_contain_text("cannot be read to its end")
    expect(told).to_contain_text("it unfolds without end")
