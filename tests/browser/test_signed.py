"""A signed list as a maintainer keeps it: the very file, its signature, and the key afterwards."""

from pathlib import Path

from playwright.sync_api import Page, expect

from anleitung.core.files.lists import checksum_list
from tests.browser.test_files import SET
from tests.core.bundles import bundle
from tests.guides.test_signed import Signer


def test_a_signed_list_is_kept_and_verified_once_its_key_is_known(
    bench: Page, tmp_path: Path
) -> None:
    signer = Signer(tmp_path / "k")
    text = checksum_list(list(bundle("clean-install").world.packages.values()), "two-column")
    # Other line ends than a browser would give: a signature is over the very bytes.
    text = text.replace("\n", "\r\n")
    (tmp_path / "SHA256SUMS").write_bytes(text.encode())
    (tmp_path / "SHA256SUMS.asc").write_text(signer.sign(text))
    bench.goto(SET)
    lists = bench.get_by_role("region", name="Signed lists")
    lists.get_by_role("button", name="Add a signed list").click()
    lists.get_by_label("The list, as its file").set_input_files(str(tmp_path / "SHA256SUMS"))
    lists.get_by_label("Signature file").set_input_files(str(tmp_path / "SHA256SUMS.asc"))
    lists.get_by_role("button", name="Add it to the set").click()
    expect(lists).to_contain_text("Nothing was verified")
    lists.get_by_role("button", name="Add a public key").click()
    lists.get_by_label("Public key").fill(signer.public())
    lists.get_by_label("Whose key it is, and how you know").fill("from its owner, by hand")
    lists.get_by_role("button", name="Add the key").click()
    expect(lists).to_contain_text("The signature is good: exactly this list was signed")
    expect(lists).to_contain_text("Not verified: that the key belongs to whom")
    expect(lists).to_contain_text("6 of the set agree")
    lists.get_by_role("button", name="Take SHA256SUMS out").click()
    expect(lists).to_contain_text("No signed lists yet.")
