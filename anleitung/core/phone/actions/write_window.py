"""Files go into the slots of a window program, and it is started: in download or emergency mode."""

from collections.abc import Iterator
from typing import Annotated, Literal

from pydantic import Field

from anleitung.core.documents.base import Id
from anleitung.core.documents.package import Package
from anleitung.core.documents.tool import FileSlot, Window
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import IMAGES, Step, and_list
from anleitung.core.phone.actions.relock import relocked
from anleitung.core.phone.boot import start_system
from anleitung.core.phone.clauses import DEAD
from anleitung.core.phone.demands import (
    empty_written,
    leave_temporary,
    require_at_hand,
    require_link,
    require_mode,
    wipe_user_data,
)
from anleitung.core.phone.ways import WINDOW
from anleitung.core.phone.world import Phone, World
from anleitung.core.phone.writing import write


class WriteWindow(Step):
    """files: file slot of the tool → file. options: switch → on or off.

    A switch that the step leaves unsaid stands as left last time, where the tool keeps it.
    """

    action: Literal["write-window"]
    tool: Id
    files: Annotated[dict[Id, Id], Field(min_length=1, max_length=12)]
    options: Annotated[dict[Id, Literal["on", "off"]], Field(max_length=20)] = {}

    usual = (60, 600)
    can_be_cut = True
    waits = True
    no_return = True
    takes = IMAGES | {"layout-file"}
    short = ("window {tool} {files} [with {options}]",)
    example = {
        "action": "write-window",
        "tool": "a-window-tool",
        "files": {"base": "radio-image"},
        "options": {"restart": "on"},
    }

    def run(self, phone: Phone, world: World) -> None:
        tool = world.tools.get(self.tool)
        window = tool.window if tool else None
        if window is None:
            phone.stop("no-such-window", self.tool)
        require_mode(phone, window.mode)
        require_link(phone)
        self._set_options(phone, window)
        if self._is_on(phone, window, "repartition") and not self._has_layout(world):
            phone.set("mode", DEAD)
            phone.end(DEAD, "repartition-without-layout", self.tool)
        for name, file in self.files.items():
            self._write(phone, world, window, name, require_at_hand(phone, world, file))
        if self._is_on(phone, window, "unique") and not phone.is_("backup.unique", "checked"):
            phone.stop("unique-partition-touched", self.tool)
        takes = self._is_on(phone, window, "wipe-data")
        if takes or self._is_off(phone, window, "keep-data"):
            wipe_user_data(phone, world)
        if self._is_on(phone, window, "lock"):
            relocked(phone, world)
        elif self._is_on(phone, window, "restart"):
            leave_temporary(phone, world)
            start_system(phone, world)

    def _write(
        self, phone: Phone, world: World, window: Window, name: str, package: Package
    ) -> None:
        slot = next((s for s in window.slots if s.id == name), None)
        if slot is None:
            phone.stop("no-such-file-slot", name)
        written = _goes_to(slot, package)
        if package.writes and not set(package.writes) <= set(written):
            phone.stop("file-slot-swapped", package.id)
        write(
            phone,
            world,
            WINDOW,
            package,
            source="host",
            parts=written,
            where=package.writes_to,
            signed_only=window.checks_signer,
        )
        if package.takes_data:
            wipe_user_data(phone, world)

    def _set_options(self, phone: Phone, window: Window) -> None:
        for option in window.options:
            if option.does is None or option.id is None:
                continue
            if option.id in self.options:
                if self.options[option.id] != option.right:
                    phone.find("option-against-right", option.name)
                if option.kept:
                    phone.set(f"set.{self.tool}.{option.id}", self.options[option.id])
            elif option.kept and not phone.is_(f"set.{self.tool}.{option.id}", option.right):
                phone.find("option-unsaid", option.name)

    def _is_on(self, phone: Phone, window: Window, does: str) -> bool:
        option = next((o for o in window.options if o.does == does and o.id), None)
        if option is None:
            return False
        if option.kept:
            return phone.is_(f"set.{self.tool}.{option.id}", "on")
        return self.options.get(str(option.id), option.right) == "on"

    def _is_off(self, phone: Phone, window: Window, does: str) -> bool:
        """Whether the window has such a switch, and it is off."""
        known = any(o.does == does for o in window.options)
        return known and not self._is_on(phone, window, does)

    def _has_layout(self, world: World) -> bool:
        roles = {p.role for f in self.files.values() if (p := world.packages.get(f)) is not None}
        return "layout-file" in roles

    def cut_places(self, world: World) -> tuple[str, ...]:
        tool = world.tools.get(self.tool)
        slots = {s.id: s for s in tool.window.slots} if tool and tool.window else {}
        written = (
            _goes_to(slots[name], world.packages[file])
            for name, file in self.files.items()
            if name in slots and file in world.packages
        )
        return tuple(dict.fromkeys(part for parts in written for part in parts))

    def cut_short(self, phone: Phone, world: World, place: str) -> None:
        """The phone stays in its mode, whatever the window was to do afterwards."""
        tool = world.tools[self.tool]
        assert tool.window is not None
        last = {o.id for o in tool.window.options if o.does in ("restart", "lock") and o.id}
        options = {**self.options, **{str(name): "off" for name in last}}
        self.model_copy(update={"options": options}).run(phone, world)
        empty_written(phone, world, "running", (place,))

    def done_otherwise(self, world: World) -> Iterator[tuple[str, Step]]:
        """Another file in a slot of the window, or one of its switches the other way."""
        for slot, file in self.files.items():
            for other in world.packages:
                if other != file:
                    says = _("{name} is put into the slot {slot}").format(
                        name=world.file_name(other), slot=slot
                    )
                    yield says, self.model_copy(update={"files": {**self.files, slot: other}})
        for option, value in self.options.items():
            flipped = "off" if value == "on" else "on"
            says = _("the switch {option} is left {value}").format(option=option, value=flipped)
            yield says, self.model_copy(update={"options": {**self.options, option: flipped}})

    def sentence(self, world: World) -> str:
        tool = world.tools.get(self.tool)
        window = tool.window if tool else None
        slots = {s.id: s.name for s in window.slots} if window else {}
        switches = {o.id: o.name for o in window.options} if window else {}
        files = and_list(
            [f"{world.file_name(f)} ({slots.get(s, s)})" for s, f in self.files.items()]
        )
        text = _("Put {files} into {tool}").format(
            files=files, tool=tool.name if tool else self.tool
        )
        if self.options:
            told = and_list([f"“{switches.get(o, o)}” {v}" for o, v in self.options.items()])
            text = _("{text}, set {switches}").format(text=text, switches=told)
        return _("{text}, and start it").format(text=text)

    def cautions(self, world: World) -> tuple[str, ...]:
        roles = {p.role for f in self.files.values() if (p := world.packages.get(f)) is not None}
        radio = ("radio-test-call",) if "firmware" in roles else ()
        return ("wrong-file-ends-phone", *radio)

    def tool_id(self) -> str | None:
        return self.tool

    def used_files(self) -> tuple[str, ...]:
        return tuple(self.files.values())


def _goes_to(slot: FileSlot, package: Package) -> tuple[str, ...]:
    """The partitions that one slot writes: its own, or those that the file names."""
    return slot.writes or package.writes
