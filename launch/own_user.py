"""As root, the server and its database run as a user of their own that owns nothing but the farm."""

from __future__ import annotations

import os
import pwd
import shutil
import subprocess
from functools import cache
from pathlib import Path

from launch.plain import ROOT, say

NAME = "ergamot"


@cache
def server_user() -> str | None:
    """The user's name when root runs this and the project can be read by others; none: go on as who we are."""
    if os.geteuid() != 0:
        return None
    try:
        pwd.getpwnam(NAME)
    except KeyError:
        if shutil.which("useradd") is None or not _made():
            say("no user of its own could be made for the server: it runs as root")
            return None
    if not _can_read(ROOT):
        say(f"{ROOT} is closed to other users: the server runs as root")
        return None
    return NAME


def _made() -> bool:
    command = ["useradd", "--system", "--no-create-home", "--shell", "/usr/sbin/nologin", NAME]
    return subprocess.run(command, check=False, capture_output=True).returncode == 0


def _can_read(folder: Path) -> bool:
    look = [
        "setpriv",
        f"--reuid={NAME}",
        f"--regid={NAME}",
        "--clear-groups",
        "test",
        "-x",
        str(folder),
        "-a",
        "-r",
        str(folder),
    ]
    return shutil.which("setpriv") is not None and not subprocess.run(look, check=False).returncode


def user_for(folder: Path) -> str | None:
    """The server's own user when it can come to a folder, else none."""
    user = server_user()
    if user is not None and not _can_read(folder.parent):
        say(f"{folder.parent} is closed to other users: the server runs as root")
        return None
    return user


def hand_over(folder: Path, user: str | None) -> None:
    """The folder and all in it, to the server's user alone."""
    folder.chmod(0o700)
    if user is None:
        return
    entry = pwd.getpwnam(user)
    for path in (folder, *folder.rglob("*")):
        if path.lstat().st_uid != entry.pw_uid:
            os.chown(path, entry.pw_uid, entry.pw_gid, follow_symlinks=False)
