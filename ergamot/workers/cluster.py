"""Drafts judged by a Dask cluster: for a cooperative or a school that searches for many farms at once.

It is spoken to only in its own TLS. Whoever reaches a scheduler runs what they like there, so that on this machine too
it is spoken to without only where its keeper says so.
"""

from __future__ import annotations

import hashlib
import os
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from typing import Any
from urllib.parse import urlsplit

from ergamot.core.balance.search.asked import Asked
from ergamot.core.balance.search.candidate import Candidate
from ergamot.core.balance.search.executor import Executor, Found, One
from ergamot.core.balance.search.genes import Draft
from ergamot.core.catalogue import Catalogue
from ergamot.core.catalogue.tables import OwnRows
from ergamot.core.errors import ErgamotError
from ergamot.workers.judging import judge_some, parts_of
from ergamot.workers.processes import worked

ADDRESS = "ERGAMOT_CLUSTER"  # such as tcp://127.0.0.1:8786 or tls://cluster.example:8786
CERTIFICATES = ("ERGAMOT_CLUSTER_CA", "ERGAMOT_CLUSTER_CERT", "ERGAMOT_CLUSTER_KEY")
PLAIN = "ERGAMOT_CLUSTER_PLAIN"  # "yes": a scheduler on this machine may be spoken to without TLS
LOOPBACK = ("127.0.0.1", "localhost", "::1")
ANSWERS_S = 10.0
TRIES = 3  # at a part whose worker was lost


class NoCluster(ErgamotError):
    """The cluster is not there, or may not be spoken to."""

    title = "The cluster does not answer"


def may_speak_to(address: str, certificates: Sequence[str], plain: bool) -> None:
    """Refuse an address without its TLS, but one of this machine where it `plain` may be. Raises NoCluster."""
    parts = urlsplit(address)
    if parts.hostname in LOOPBACK and plain:
        return
    if parts.scheme != "tls" or not all(certificates):
        raise NoCluster(
            "A cluster is spoken to only in TLS",
            field=ADDRESS,
            value=address,
            allowed=f"tls://host:port, with {', '.join(CERTIFICATES)} naming its certificates; "
            f"on this machine also tcp:// with {PLAIN}=yes",
        )


class Cluster:
    """A Dask scheduler and its workers. Use as a context manager."""

    def __init__(self, address: str):
        certificates = [os.environ.get(name, "") for name in CERTIFICATES]
        may_speak_to(address, certificates, os.environ.get(PLAIN) == "yes")
        try:
            from distributed import Client, Security
        except ImportError:
            raise NoCluster(
                "Dask is not installed here", field=ADDRESS, allowed="install requirements/cluster.in"
            ) from None
        ca, cert, key = certificates
        tls = Security(tls_ca_file=ca, tls_client_cert=cert, tls_client_key=key, require_encryption=True)
        try:
            self._client: Any = Client(
                address,
                timeout=ANSWERS_S,
                security=tls if address.startswith("tls") else None,
                set_as_default=False,
            )
        except (OSError, TimeoutError) as lost:
            raise NoCluster(
                f"Nothing answers at {address}: start its scheduler, or take {ADDRESS} away", field=ADDRESS
            ) from lost
        self._sent: dict[str, Any] = {}

    def __enter__(self) -> Cluster:
        return self

    def __exit__(self, *_: object) -> None:
        self._client.close()

    @property
    def workers(self) -> int:
        """How many judge at once."""
        return max(1, sum(int(count) for count in self._client.nthreads().values()))

    def of(self, own: OwnRows) -> Executor:
        """Judging with the catalogue that a farm's own rows make."""
        return _Judging(self, own)

    def worked(self, own: OwnRows, work: Callable[[Catalogue, One], Found], one: One) -> Found:
        """Something worked out by one of its workers."""
        found: Found = self._client.submit(worked, own, work, one, pure=False, retries=TRIES).result()
        return found

    def judged(self, own: OwnRows, asked: Asked, drafts: Sequence[Draft]) -> Iterator[Candidate | None]:
        """Each draft in its order; what a lost worker had is judged by another."""
        rows = self._rows(own)
        try:
            parts = [
                self._client.submit(judge_some, rows, asked, part, pure=False, retries=TRIES)
                for part in parts_of(drafts, self.workers)
            ]
            for part in parts:
                yield from part.result()
        except (OSError, TimeoutError) as lost:
            raise NoCluster(
                "The cluster was lost on the way; what it had judged is kept", field=ADDRESS
            ) from lost

    def _rows(self, own: OwnRows) -> Any:
        """A farm's own rows, sent to the cluster once, by their hash."""
        told = hashlib.sha256(repr(own).encode()).hexdigest()
        if told not in self._sent:
            self._sent[told] = self._client.scatter([own], broadcast=True, hash=True)[0]
        return self._sent[told]


@dataclass(frozen=True)
class _Judging:
    cluster: Cluster
    own: OwnRows

    def judged(self, asked: Asked, drafts: Sequence[Draft]) -> Iterator[Candidate | None]:
        if drafts:
            yield from self.cluster.judged(self.own, asked, drafts)
