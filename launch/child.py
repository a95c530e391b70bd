"""Child processes that end with us, however we end."""

from __future__ import annotations

import ctypes
import signal
import subprocess


def die_with_parent() -> None:
    """In a child: be told to stop when the parent is gone, even by kill -9 (Linux prctl)."""
    ctypes.CDLL(None).prctl(1, signal.SIGTERM)


def stop(process: subprocess.Popen[bytes] | None, seconds: float) -> None:
    """Ask a child to stop; make it when it has not after so many seconds."""
    if process is None:
        return
    process.terminate()
    try:
        process.wait(seconds)
    except subprocess.TimeoutExpired:
        process.kill()
        process.wait()
