"""Curves a covering is bent to: the elastica of a springy panel, and the arc of a bent tube."""

from __future__ import annotations

import itertools
import math
from dataclasses import dataclass

import numpy as np
from scipy.optimize import brentq
from scipy.special import ellipe, ellipj, ellipk, elliprd, elliprf

from ergamot.core.errors import require_range
from ergamot.core.frame.geometry import Flat

LEAST_SPREAD, MOST_SPREAD = 0.25, 0.90  # base over length of panel that stands as a hoop


@dataclass(frozen=True)
class Hoop:
    """A springy panel bent up between two feet: lengths mm, `edge_deg` between panel and ground."""

    base: float
    length: float
    modulus: float
    rise: float
    edge_deg: float

    @property
    def sharpest(self) -> float:
        """Its greatest curvature, at the crown, 1/mm: 4·k·K/L."""
        return 4 * self.modulus * float(ellipk(self.modulus**2)) / self.length

    def points(self, count: int) -> tuple[Flat, ...]:
        """count + 1 points along it, equally far apart on the panel, right foot to left, z from its feet."""
        big_k = float(ellipk(self.modulus**2))
        rate = 2 * big_k / self.length
        along = np.linspace(-self.length / 2, self.length / 2, count + 1)
        sn, cn, dn, _ = ellipj(rate * along, self.modulus**2)
        # E of the amplitude by Carlson's forms: scipy's ellipeinc is wrong at single points (0.165 at one)
        forms = elliprf(cn**2, dn**2, 1), elliprd(cn**2, dn**2, 1)
        incomplete = sn * forms[0] - self.modulus**2 * sn**3 / 3 * forms[1]
        y = 2 / rate * incomplete - along
        z = self.rise - 2 * self.modulus / rate * (1 - cn)
        z[0] = z[-1] = 0.0
        return tuple((float(a), float(b)) for a, b in zip(y, z, strict=True))


def hoop(base: float, length: float) -> Hoop:
    """The shape a springy panel takes when its feet stand a base apart.

    Args: base, mm, between the feet; length, of the panel, mm; base over length 0.25 to 0.9.
    Returns: the Hoop.
    Raises: OutOfRange.
    Source: Euler's elastica: base/length = 2E(k)/K(k) − 1, rise = length·k/K(k), edge angle 2·asin k.

    >>> bent = hoop(2440, 4880)
    >>> round(bent.rise), round(bent.edge_deg, 1)
    (1822, 85.9)
    """
    require_range("base over length", base / length, LEAST_SPREAD, MOST_SPREAD)

    def spread(k: float) -> float:
        return float(2 * ellipe(k * k) / ellipk(k * k) - 1) - base / length

    k = float(brentq(spread, 1e-6, 1 - 1e-9))
    rise = length * k / float(ellipk(k * k))
    return Hoop(base, length, k, rise, math.degrees(2 * math.asin(k)))


def arc(base: float, rise: float, count: int) -> tuple[Flat, ...]:
    """Points along a circular arc over a base.

    Args: base, mm, between its feet; rise, mm, above 0 and at most half the base; count of pieces, 1 or more.
    Returns: count + 1 points, right foot to left, z from its feet.
    Raises: OutOfRange.
    Source: geometry of the circle.

    >>> [(round(y), round(z)) for y, z in arc(2000, 1000, 2)]
    [(-1000, 0), (0, 1000), (1000, 0)]
    """
    radius, half_angle = _circle(base, rise)
    angles = [half_angle * (2 * i / count - 1) for i in range(count + 1)]
    drop = radius - rise
    points = [(radius * math.sin(a), radius * math.cos(a) - drop) for a in angles]
    points[0], points[-1] = (-base / 2, 0.0), (base / 2, 0.0)
    return tuple(points)


def arc_length(base: float, rise: float) -> float:
    """Length of a circular arc over a base, along the curve.

    Args: base, mm, between its feet; rise, mm, above 0 and at most half the base.
    Returns: mm.
    Raises: OutOfRange.
    Source: geometry of the circle.

    >>> round(arc_length(2000, 1000), 1)
    3141.6
    """
    radius, half_angle = _circle(base, rise)
    return 2 * radius * half_angle


def _circle(base: float, rise: float) -> tuple[float, float]:
    """Radius, and half the angle, of the arc."""
    require_range("rise", rise, 1, base / 2, "mm")
    radius = (base * base / 4 + rise * rise) / (2 * rise)
    return radius, math.asin(min(1.0, base / 2 / radius))


def inset(points: tuple[Flat, ...], depth: float) -> tuple[Flat, ...]:
    """A line inside a chain of points, `depth` in from every piece, its corners on the bisectors.

    Args: points, right to left, convex upwards; depth, mm.
    Returns: as many points; the first and last lie at the height of the first and last of the chain.
    Source: geometry.

    >>> inset(((-100.0, 0.0), (-100.0, 100.0), (100.0, 100.0), (100.0, 0.0)), 10)[1]
    (-90.0, 90.0)
    """
    lines = []
    for (ay, az), (by, bz) in itertools.pairwise(points):
        size = math.hypot(by - ay, bz - az)
        dy, dz = (by - ay) / size, (bz - az) / size
        lines.append(((ay + dz * depth, az - dy * depth), (dy, dz)))
    made: list[Flat] = [_at_height(lines[0], points[0][1])]
    for one, other in itertools.pairwise(lines):
        made.append(_meet(one, other))
    made.append(_at_height(lines[-1], points[-1][1]))
    return tuple(made)


def _at_height(line: tuple[Flat, Flat], z: float) -> Flat:
    (y0, z0), (dy, dz) = line
    return (y0 + dy * (z - z0) / dz, z)


def _meet(one: tuple[Flat, Flat], other: tuple[Flat, Flat]) -> Flat:
    (ay, az), (ady, adz) = one
    (by, bz), (bdy, bdz) = other
    cross = ady * bdz - adz * bdy
    if abs(cross) < 1e-9:
        return by, bz
    share = ((by - ay) * bdz - (bz - az) * bdy) / cross
    return ay + ady * share, az + adz * share
