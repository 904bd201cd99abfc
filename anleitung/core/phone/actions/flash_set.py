"""A whole factory set is written by one command: many images, and the data if the set says so."""

from collections.abc import Iterator
from typing import Annotated, Literal

from pydantic import Field

from anleitung.core.documents.base import Document, Id
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import IMAGES, Step
from anleitung.core.phone.actions.flash import write_image
from anleitung.core.phone.demands import (
    empty_written,
    require_link,
    require_mode,
    wipe_user_data,
)
from anleitung.core.phone.ways import FLASH_SET
from anleitung.core.phone.world import Phone, World


class SetImage(Document):
    """where: another slot than the rest of the set."""

    partition: Id
    file: Id
    where: Literal["running", "other", "both", "a", "b"] | None = None


class FlashSet(Step):
    """images: in the order in which they are written; what is not among them is skipped.

    The command goes through the modes that it needs by itself, restarts between low-level images
    included. wipes: it also makes the user data anew.
    """

    action: Literal["flash-set"]
    images: Annotated[tuple[SetImage, ...], Field(min_length=1, max_length=60)]
    where: Literal["running", "other", "both", "a", "b", "each"] = "running"
    wipes: bool = False

    usual = (120, 900)
    can_be_cut = True
    waits = True
    no_return = True
    takes = IMAGES
    short = ("flash-set {images} [to {where} slots|slot] [+wipes and wipe]",)
    example = {
        "action": "flash-set",
        "images": [
            {"partition": "firmware", "file": "firmware-image"},
            {"partition": "radio", "file": "radio-image"},
        ],
    }

    def run(self, phone: Phone, world: World) -> None:
        require_mode(phone, "bootloader")
        require_link(phone)
        for image in self.images:
            phone.set("unsettled", "none")
            write_image(
                phone, world, FLASH_SET, image.file, image.partition, image.where or self.where
            )
        phone.set("unsettled", "none")
        if self.wipes:
            wipe_user_data(phone, world)

    def cut_places(self, world: World) -> tuple[str, ...]:
        return tuple(dict.fromkeys(image.partition for image in self.images))

    def cut_short(self, phone: Phone, world: World, place: str) -> None:
        """Cut in one image: those before it are written, those after it are not."""
        images = [image.partition for image in self.images]
        upto = self.images[: images.index(place) + 1]
        self.model_copy(update={"images": upto, "wipes": False}).run(phone, world)
        empty_written(phone, world, upto[-1].where or self.where, (place,))

    def done_otherwise(self, world: World) -> Iterator[tuple[str, Step]]:
        """One image left out, two of them swapped, or only one slot written."""
        for i, image in enumerate(self.images):
            if len(self.images) > 1:
                says = _("the image for {name} is left out").format(name=image.partition)
                rest = (*self.images[:i], *self.images[i + 1 :])
                yield says, self.model_copy(update={"images": rest})
        if self.where == "both":
            says = _("only the running slot is written")
            yield says, self.model_copy(update={"where": "running"})

    def sentence(self, world: World) -> str:
        count = len(self.images)
        if self.wipes:
            return _("Write the set of {count} images, and the data anew").format(count=count)
        return _("Write the set of {count} images").format(count=count)

    def cautions(self, world: World) -> tuple[str, ...]:
        data = ("all-data-goes",) if self.wipes else ()
        return (*data, "wrong-file-ends-phone", "radio-test-call")

    def command_key(self) -> str | None:
        return "flash-set"

    def used_files(self) -> tuple[str, ...]:
        return tuple(image.file for image in self.images)
