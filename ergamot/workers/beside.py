"""Work shared between a process that answers keepers and those beside it, so that who waits, waits less."""

from __future__ import annotations

from collections import deque
from collections.abc import Callable, Iterator, Sequence
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass

from ergamot.core.balance.search.executor import Found, One
from ergamot.core.catalogue import Catalogue
from ergamot.core.catalogue.tables import OwnRows
from ergamot.workers.processes import Processes, worked


@dataclass(frozen=True)
class Beside:
    """This process and those beside it, with the catalogue that a farm's own rows make."""

    processes: Processes
    own: OwnRows

    def each(self, work: Callable[[Catalogue, One], Found], over: Sequence[One]) -> list[Found]:
        """What each of some comes to: this process takes from the front of them, those beside it from the back."""
        left, found = deque(enumerate(over)), dict[int, Found]()

        def helped() -> None:
            for i, one in _until_none(left.pop):
                found[i] = self.processes.worked(self.own, work, one)

        with ThreadPoolExecutor(self.processes.workers) as threads:
            helping = [threads.submit(helped) for _ in range(self.processes.workers)]
            try:
                for i, one in _until_none(left.popleft):
                    found[i] = worked(self.own, work, one)
            finally:
                left.clear()  # where this came to nothing, so does the rest
            for each in helping:
                each.result()
        return [found[i] for i in range(len(over))]


def _until_none(taken: Callable[[], tuple[int, One]]) -> Iterator[tuple[int, One]]:
    """One after another of what is left, while others take of it too."""
    while True:
        try:
            one = taken()
        except IndexError:
            return
        yield one
