"""What the process begins with: everything that a short one need not wait for is put off."""

import gc
import os


def main() -> None:
    """Reads the program and runs the command."""
    # Nothing that is read at the start is ever garbage; looking for some took a tenth of the time.
    gc.disable()
    os.environ.setdefault("TYPER_USE_RICH", "0")  # help and errors are plain text here
    from anleitung.command.main import main as command

    gc.freeze()
    gc.enable()
    command()
