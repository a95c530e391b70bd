"""As root, the server and its database run as a user of their own that owns nothing but the farm."""

from __future__ import annotations

import fcntl
import os
import pwd
import shutil
import subprocess
from collections.abc import Sequence
from functools import cache
from pathlib import Path

from launch.opened import command_opened
from launch.plain import ROOT, CannotGoOn, say

NAME = "ergamot"
AS_ROOT = "ERGAMOT_AS_ROOT"  # "yes": a keeper wants the server to run as root
IMPORTS = "import decimal, ergamot.web.app"


@cache
def own_user() -> str | None:
    """The user's name when root runs this, made if need be; none: go on as who we are."""
    if os.geteuid() != 0:
        return None
    with Path(__file__).open() as one_at_a_time:  # two made at once would be two of one name
        fcntl.flock(one_at_a_time, fcntl.LOCK_EX)
        try:
            pwd.getpwnam(NAME)
        except KeyError:
            if shutil.which("useradd") is None or not _made():
                say("no user of its own could be made for the server: it runs as root")
                return None
    return NAME


def _made() -> bool:
    command = ["useradd", "--system", "--no-create-home", "--shell", "/usr/sbin/nologin", NAME]
    return subprocess.run(command, check=False, capture_output=True).returncode == 0


def _can(user: str, *command: str | Path, within: Sequence[str] = ()) -> bool:
    """Can a user do what a command tries, run within another?"""
    switch = ["setpriv", f"--reuid={user}", f"--regid={user}", "--clear-groups"]
    if shutil.which("setpriv") is None:
        return False
    tried = [*within, *switch, *(str(part) for part in command)]
    return (
        subprocess.run(tried, check=False, capture_output=True, cwd=ROOT if within else "/").returncode == 0
    )


def user_for(folder: Path) -> str | None:
    """The own user when it can come to a folder, else none."""
    user = own_user()
    if user is not None and not _can(user, "test", "-x", folder.parent, "-a", "-r", folder.parent):
        say(f"{folder.parent} is closed to other users: the database runs as root")
        return None
    return user


def must_reach(python: Path, project: Path) -> tuple[Path, ...]:
    """What whoever runs the project's Python has to read: the project, and where that Python itself lies."""
    return (project.resolve(), python.resolve().parent.parent)


@cache
def user_running(python: Path, project: Path) -> str | None:
    """The own user when it can run the project's Python and read the project, though they lie in closed folders; else none."""
    user = own_user()
    if user is None:
        return None
    tries: list[str | Path] = [
        "env",
        f"PYTHONPATH={project}",
        "PYTHONDONTWRITEBYTECODE=1",
        python,
        "-c",
        IMPORTS,
    ]
    if _can(user, *tries, within=command_opened(must_reach(python, project))):
        return user
    if os.environ.get(AS_ROOT) != "yes":
        raise CannotGoOn(
            "Python or the project is closed to other users, so the server would run as root.",
            "Put them where others may read, such as /opt, or say that you want it:  python3 -m launch run --as-root",
        )
    say("Python or the project is closed to other users: the server runs as root")
    return None


def hand_over(folder: Path, user: str | None) -> None:
    """The folder and all in it, to the server's user alone."""
    folder.chmod(0o700)
    if user is None:
        return
    entry = pwd.getpwnam(user)
    for path in (folder, *folder.rglob("*")):
        if path.lstat().st_uid != entry.pw_uid:
            os.chown(path, entry.pw_uid, entry.pw_gid, follow_symlinks=False)
