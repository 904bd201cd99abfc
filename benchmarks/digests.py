"""Digesting 2 GB in the browser beside the usual program on the same file, and the tab's memory."""

import re
import subprocess
import tempfile
import time
from hashlib import sha256
from pathlib import Path

from playwright.sync_api import sync_playwright

from anleitung.demo.serving import CHROMIUM, demo_site

SIZE = 2_000_000_000
# A set that lists SHA-256 only.
SET = "/c/palstek/files?guide=base-update&v=draft"
ARGS = ["--no-sandbox", "--disable-gpu", "--disable-background-networking", "--disable-sync"]


def main() -> None:
    with tempfile.TemporaryDirectory() as home:
        path = Path(home) / "large.img"
        _write(path)
        flags = Path("/proc/cpuinfo").read_text()
        has = "has" if re.search(r"\bsha_ni\b|\bsha2\b", flags) else "has no"
        with demo_site(Path(home)) as base:
            browser_seconds, extra = _in_browser(base, path)
        began = time.perf_counter()
        subprocess.run(["sha256sum", path], check=True, capture_output=True)
        program = time.perf_counter() - began
        print(
            f"{SIZE / 1e9:.0f} GB: browser {browser_seconds:.1f} s "
            f"({SIZE / 1e6 / browser_seconds:.0f} MB/s), sha256sum {program:.1f} s: throughput "
            f"ratio {program / browser_seconds:.2f}; the processor {has} hash instructions; "
            f"memory of the tab grew by {extra / 1e6:.0f} MB at most"
        )


def _write(path: Path) -> None:
    block = b"".join(sha256(str(i).encode()).digest() for i in range(1 << 15))
    with path.open("wb") as stream:
        for _ in range(SIZE // len(block)):
            stream.write(block)
        stream.write(block[: SIZE % len(block)])
    with path.open("rb") as stream:  # once, so that both find it in memory alike
        while stream.read(1 << 24):
            pass


def _in_browser(base: str, path: Path) -> tuple[float, int]:
    """(seconds, bytes by which the renderers grew)."""
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=ARGS)
        page = browser.new_page(base_url=base)
        page.goto("/login")
        page.get_by_label("Name").fill("tonnenleger")
        page.get_by_label("Password").fill("mudflats-at-low-tide")
        page.get_by_role("button", name="Sign in").click()
        page.wait_for_url("**/c/")
        page.goto(SET)
        page.wait_for_load_state("networkidle")
        start = peak = _renderers()
        began = time.perf_counter()
        page.get_by_label("Files to check").set_input_files(str(path))
        verdicts = page.get_by_role("list", name="Verdicts")
        while verdicts.count() == 0:
            peak = max(peak, _renderers())
            page.wait_for_timeout(100)
        seconds = time.perf_counter() - began
        browser.close()
    return seconds, peak - start


def _renderers() -> int:
    """Resident bytes of all renderer processes."""
    total = 0
    for process in Path("/proc").iterdir():
        try:
            if b"--type=renderer" not in (process / "cmdline").read_bytes():
                continue
            status = (process / "status").read_text()
        except OSError:
            continue
        found = re.search(r"VmRSS:\s+(\d+) kB", status)
        total += int(found[1]) * 1024 if found else 0
    return total


if __name__ == "__main__":
    main()
