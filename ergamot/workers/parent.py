"""Ending with the process that began us, however that ended: a signal may be lost, a parent that is gone is not."""

from __future__ import annotations

import os
import signal
import threading
import time

LOOK_S = 0.5  # between two looks; may move
GRACE_S = 8.0  # to end by ourselves, then at once; may move


def end_with_parent() -> None:
    """From now on, end soon after the parent has: as told to stop, and where that comes to nothing at once."""
    parent = os.getppid()

    def watch() -> None:
        while os.getppid() == parent:
            time.sleep(LOOK_S)
        os.kill(os.getpid(), signal.SIGTERM)
        time.sleep(GRACE_S)
        os._exit(1)

    threading.Thread(target=watch, name="ends with its parent", daemon=True).start()
