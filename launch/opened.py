"""python3 -m launch.opened [--user=NAME] PATH ... -- COMMAND ...: run a command that may reach some paths in closed folders.

Root's home is closed to others, and Python may lie in it. So the command gets a view of the files of its own (`unshare --mount` before
this): in it an empty folder stands over each closed one, with nothing in it but the paths that are named. What others see stays as it is.
"""

from __future__ import annotations

import os
import pwd
import stat
import subprocess
import sys
from collections.abc import Sequence
from pathlib import Path

from launch.child import die_with_parent

APART = ["unshare", "--mount", "--propagation", "private", "--"]


def closed_above(path: Path) -> Path | None:
    """The topmost folder on the way to a path that others may not pass; none where all of them may."""
    ways = [*reversed(path.parents)]
    return next((one for one in ways if not one.stat().st_mode & stat.S_IXOTH), None)


def command_opened(paths: Sequence[Path], user: str | None = None) -> list[str]:
    """What comes before a command that must reach some paths, as a user where one is named; nothing where it reaches them anyway
    and goes on as who we are."""
    closed = [str(path) for path in paths if closed_above(path)]
    if not closed and user is None:
        return []
    as_user = [f"--user={user}"] if user else []
    apart = APART if closed else []
    return [*apart, sys.executable, "-m", "launch.opened", *as_user, *closed, "--"]


def _open(paths: Sequence[Path]) -> None:
    """Lay empty folders over the closed ones and hang the paths into them."""
    held = [(path, os.open(path, os.O_PATH | os.O_DIRECTORY)) for path in paths]
    covered = {closed for path in paths if (closed := closed_above(path)) is not None}
    for one in covered:
        subprocess.run(["mount", "-t", "tmpfs", "-o", "mode=755,size=1m", "ergamot", one], check=True)
    for path, descriptor in held:
        path.mkdir(parents=True, exist_ok=True)
        hang = ["mount", "--no-canonicalize", "--bind", f"/proc/self/fd/{descriptor}", str(path)]
        subprocess.run(hang, check=True, pass_fds=[descriptor])
        os.close(descriptor)


def main(arguments: Sequence[str]) -> None:
    """Open the paths, become the user, turn into the command."""
    end = arguments.index("--")
    named, command = arguments[:end], arguments[end + 1 :]
    here = Path.cwd()
    _open([Path(one) for one in named if not one.startswith("--user=")])
    os.chdir(here)  # as it is seen from now on
    for user in (one.removeprefix("--user=") for one in named if one.startswith("--user=")):
        entry = pwd.getpwnam(user)
        os.setgroups([])
        os.setgid(entry.pw_gid)
        os.setuid(entry.pw_uid)
        die_with_parent()  # forgotten when a process changes its user
    os.execvp(command[0], list(command))


if __name__ == "__main__":
    main(sys.argv[1:])
