"""python -m tests.mutants [constants | functions] [package ...]: does a figure that moves make a test fail?

Constants: every number of a module's constants, a tenth more and a tenth less, one at a time, against the tests of its
own package; a line that says why it `may move` is left out. Functions: sixty seeded mutants a package, made by mutmut's
operators, words apart; nine in ten must die. Run by `make mutants`; not part of `make test`.
"""

from __future__ import annotations

import os
import sys
import time
from functools import partial

from tests.mutants.made import Mutant, constants, functions
from tests.mutants.packages import PACKAGES
from tests.mutants.run import InPlace, forget, in_place, lived_anew

MUST_DIE = 0.9
Batch = tuple[str, str]  # kind, package


def main() -> int:
    """Try what is named, else everything; tell what survived."""
    named = sys.argv[1:]
    kinds = [one for one in ("constants", "functions") if one in named] or ["constants", "functions"]
    packages = [one for one in PACKAGES if one in named] or list(PACKAGES)
    say = partial(print, file=os.fdopen(os.dup(1), "w"), flush=True)
    tried: dict[Batch, list[Mutant]] = {
        (kind, package): list(constants(package) if kind == "constants" else functions(package))
        for package in packages
        for kind in kinds
    }
    lived: dict[Batch, list[Mutant]] = {}
    left: dict[Batch, list[Mutant]] = {}
    longest_s: dict[str, int] = {}
    begun = time.monotonic()

    def first(collected: InPlace) -> None:
        for (kind, package), mutants in tried.items():
            lives, anew = collected.lived(package, mutants, say)
            lived[kind, package] = [] if kind == "constants" else lives
            left[kind, package] = [*lives, *anew] if kind == "constants" else anew
            longest_s[package] = collected.finders[package].longest_s
            say(
                f"{package} {kind}: {len(left[kind, package])} of {len(mutants)} to be loaded anew, {_since(begun)}"
            )

    in_place(first)
    forget()
    good = True
    for (kind, package), mutants in left.items():
        lives = [*lived[kind, package], *lived_anew(package, mutants, longest_s[package])]
        count = len(tried[kind, package])
        died = 1 - len(lives) / max(count, 1)
        enough = not lives if kind == "constants" else died >= MUST_DIE
        good = good and enough
        say(
            f"{package} {kind}: {count - len(lives)} of {count} died ({died:.0%}), {_since(begun)}{'' if enough else ': too few'}"
        )
        for one in lives:
            say(f"    lives: {one.what}")
    return 0 if good else 1


def _since(begun: float) -> str:
    return f"{time.monotonic() - begun:.0f} s in"


if __name__ == "__main__":
    sys.exit(main())
