"""Who may ask: pages of our own, under a name of this machine, with bodies we read.

A page elsewhere in the keeper's browser can send plain forms here, and can point a name of its own at this
machine. So every request must name a host we answer for, and one that changes anything must come from a page
of that very host, as JSON.
"""

from __future__ import annotations

import os
from urllib.parse import urlsplit

from apiflask import APIFlask
from flask import Response, request

from ergamot.web.problems import problem

LOOPBACK = frozenset({"127.0.0.1", "localhost", "[::1]"})
HOSTS = "ERGAMOT_HOSTS"  # more names it may be asked by, such as "farm.local, 192.168.1.20"
READING = frozenset({"GET", "HEAD", "OPTIONS"})
JSON = "application/json"

# What a browser is told: nothing but our own files, in no frame, under no guessed type
HEADERS = {
    "Content-Security-Policy": (
        "default-src 'self'; script-src 'self'; style-src 'self'; img-src 'self' data: blob:; "
        "font-src 'self'; connect-src 'self'; worker-src 'self' blob:; object-src 'none'; base-uri 'none'; "
        "form-action 'self'; frame-ancestors 'none'"
    ),
    "X-Content-Type-Options": "nosniff",
    "X-Frame-Options": "DENY",
    "Referrer-Policy": "no-referrer",
    "Cross-Origin-Opener-Policy": "same-origin",
    "Cross-Origin-Resource-Policy": "same-origin",
}


def host_of(netloc: str) -> str:
    """The name in `name:port`, small letters, without its port.

    >>> host_of("LocalHost:8710"), host_of("[::1]:8710"), host_of("farm.local")
    ('localhost', '[::1]', 'farm.local')
    """
    name, colon, port = netloc.lower().rpartition(":")
    return name if colon and (port.isdigit() or not port) else netloc.lower()


def _known_hosts() -> frozenset[str]:
    more = os.environ.get(HOSTS, "").split(",")
    return LOOPBACK | {host_of(name.strip()) for name in more if name.strip()}


def guard(app: APIFlask) -> None:
    """Refuse what does not come from a page of ours; tell the browser what a page of ours may do."""
    known = _known_hosts()

    @app.before_request
    def asked_by_our_own() -> Response | None:
        asked = request.headers.get("Host", "")
        if host_of(asked) not in known:
            return problem(421, "Not asked by that name", f"This farm is not known as {asked[:80]!r}.")
        origin = request.headers.get("Origin")
        if origin is not None and not _ours(origin, asked):
            return problem(403, "Asked from another page", "Only this farm's own pages may ask that.")
        if request.method in READING:
            return None
        if request.headers.get("Sec-Fetch-Site", "same-origin") not in ("same-origin", "none"):
            return problem(403, "Asked from another page", "Only this farm's own pages may change anything.")
        has_body = bool(request.content_length) or "Transfer-Encoding" in request.headers
        if has_body and request.mimetype != JSON:
            return problem(415, "Not a body we read", f"Send it as {JSON}.")
        return None

    @app.after_request
    def tell_the_browser(answer: Response) -> Response:
        for name, value in HEADERS.items():
            answer.headers.setdefault(name, value)
        return answer


def _ours(origin: str, asked: str) -> bool:
    """Is an Origin a page of the host and port that is asked?"""
    parts = urlsplit(origin)
    return parts.scheme in ("http", "https") and parts.netloc.lower() == asked.lower()
