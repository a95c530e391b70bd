"""What must be on the machine: Debian packages, Python packages, npm packages."""

from __future__ import annotations

import hashlib
import os
import shutil
import subprocess
import sys
import tempfile
from collections.abc import Iterable
from pathlib import Path

from launch.plain import MADE, ROOT, CannotGoOn, run, say

VENV = ROOT / ".venv"
PYTHON = VENV / "bin" / "python"
UI = ROOT / "ui"
LEAST_NODE = 20

SERVER_PACKAGES = {"mariadb-server": Path("/usr/sbin/mariadbd")}
FONT_PACKAGES = {"fonts-liberation2": Path("/usr/share/fonts/truetype/liberation2")}
# The headless build opens a page for a quarter of the work; full Chromium does as well
HEADLESS = {"chromium-headless-shell": Path("/usr/bin/chromium-headless-shell")}
CHROMIUM = Path("/usr/bin/chromium")


def digest(files: Iterable[Path]) -> str:
    """One fingerprint of many files, by name and content."""
    total = hashlib.sha256()
    for file in sorted(files):
        total.update(str(file.relative_to(ROOT)).encode() + b"\0" + file.read_bytes())
    return total.hexdigest()


def fresh(stamp: str, mark: str) -> bool:
    """Was this already done for exactly these inputs?"""
    file = MADE / stamp
    return file.is_file() and file.read_text() == mark


def stamp(name: str, mark: str) -> None:
    """Remember that it was."""
    file = MADE / name
    file.parent.mkdir(parents=True, exist_ok=True)
    file.write_text(mark)


def debian(packages: dict[str, Path]) -> None:
    """Install the Debian packages whose file is not there yet."""
    missing = [name for name, file in packages.items() if not file.exists()]
    if not missing:
        return
    by_hand = f"Install them yourself, then try again:  apt-get install {' '.join(missing)}"
    if shutil.which("apt-get") is None:
        raise CannotGoOn(f"These programs are missing: {', '.join(missing)}.", by_hand)
    admin = [] if os.geteuid() == 0 else ["sudo"]
    if admin and shutil.which("sudo") is None:
        raise CannotGoOn(f"Missing: {', '.join(missing)}; installing them needs root.", by_hand)
    say(f"installing {', '.join(missing)}")
    quiet = {**os.environ, "DEBIAN_FRONTEND": "noninteractive"}
    run([*admin, "apt-get", "update", "-q"], "Reading Debian's package lists", by_hand, env=quiet)
    install = ["apt-get", "install", "-y", "-q", "--no-install-recommends", *missing]
    run([*admin, *install], "Installing Debian packages", by_hand, env=quiet)


def the_browser() -> Path:
    """Return the Chromium there is, the headless build first."""
    (headless,) = HEADLESS.values()
    return headless if headless.exists() else CHROMIUM


def browser() -> None:
    """Install headless Chromium; full Chromium that is there already does where it cannot be had."""
    debian(FONT_PACKAGES)
    if CHROMIUM.exists() and (os.geteuid() or fresh("browser", str(CHROMIUM))):
        return
    try:
        debian(HEADLESS)
    except CannotGoOn:
        if not CHROMIUM.exists():
            raise
        stamp("browser", str(CHROMIUM))  # it is not asked for at every start


def python_packages() -> None:
    """A virtual environment holding exactly the locked packages."""
    locks = [ROOT / "requirements" / "uv.txt", ROOT / "requirements" / "dev.txt"]
    mark = digest(locks) + sys.version
    if PYTHON.exists() and fresh("python", mark):
        return
    if sys.version_info < (3, 11):  # noqa: UP036  this file runs before anything is installed
        raise CannotGoOn("Python 3.11 or newer is needed.", "apt-get install python3")
    say("installing Python packages")
    away = "Check the network, then try again; `make clean` starts over."
    if not PYTHON.exists():
        if subprocess.run(
            [sys.executable, "-c", "import ensurepip"], check=False, capture_output=True
        ).returncode:
            debian({"python3-venv": VENV / "never"})
        run([sys.executable, "-m", "venv", str(VENV)], "Making the virtual environment", away)
    pip: list[str | Path] = [
        PYTHON,
        "-m",
        "pip",
        "install",
        "-q",
        "--disable-pip-version-check",
        "--require-hashes",
        "-r",
    ]
    run([*pip, locks[0]], "Installing uv", away)
    sync: list[str | Path] = [
        VENV / "bin" / "uv",
        "pip",
        "sync",
        "-q",
        "--require-hashes",
        "--compile-bytecode",
    ]
    run([*sync, *locks], "Installing packages", away)
    stamp("python", mark)


def npm_packages() -> None:
    """The ui's packages, exactly as locked."""
    node = shutil.which("node")
    if node is None or shutil.which("npm") is None:
        raise CannotGoOn("Node.js and npm are missing.", f"Install Node.js {LEAST_NODE} or newer with npm.")
    version = subprocess.run([node, "--version"], check=True, capture_output=True, text=True).stdout.strip()
    if int(version.lstrip("v").split(".")[0]) < LEAST_NODE:
        raise CannotGoOn(f"Node.js is {version}.", f"Install Node.js {LEAST_NODE} or newer.")
    mark = digest([UI / "package-lock.json"]) + version
    if (UI / "node_modules").is_dir() and fresh("npm", mark):
        return
    say("installing npm packages")
    away = "Check the network, then try again; `make clean` starts over."
    run(["npm", "ci", "--no-audit", "--no-fund", "--silent"], "npm ci", away, cwd=UI)
    stamp("npm", mark)


def built_ui() -> None:
    """API types and the ui's files, made anew when a source changed."""
    sources = [
        file
        for folder in (UI / "src", UI / "public", ROOT / "ergamot" / "web", ROOT / "ergamot" / "core")
        for file in folder.rglob("*")
        if file.is_file() and file.suffix not in (".pyc",) and file.parent.name != "api"
    ]
    sources += [
        UI / "index.html",
        UI / "package-lock.json",
        UI / "vite.config.ts",
        *(UI / "src" / "api").glob("client.ts"),
    ]
    mark = digest(sources)
    if (
        (UI / "dist" / "index.html").is_file()
        and (UI / "src/api/schema.d.ts").is_file()
        and fresh("ui", mark)
    ):
        return
    say("building the ui")
    broken = "Read the lines above: a source file of the ui does not build."
    run([PYTHON, "-m", "ergamot.web.openapi", UI / "src" / "api" / "openapi.json"], "Writing OpenAPI", broken)
    run(["npm", "run", "--silent", "types"], "Making the API types", broken, cwd=UI)
    run(["npm", "run", "--silent", "build"], "Building the ui", broken, cwd=UI)
    stamp("ui", mark)


def home() -> None:
    """Installers and the browser keep things in the home of whoever runs this; where it is closed, in one of ours."""
    try:
        with tempfile.TemporaryFile(dir=Path.home()):
            return
    except (OSError, RuntimeError):  # the latter: there is none
        ours = MADE.parent / "home"
        ours.mkdir(parents=True, exist_ok=True)
        os.environ["HOME"] = str(ours)


def prepare(with_browser: bool = False) -> None:
    """Everything but the database."""
    home()
    debian(SERVER_PACKAGES)
    if with_browser:
        browser()
    python_packages()
    npm_packages()
    built_ui()
