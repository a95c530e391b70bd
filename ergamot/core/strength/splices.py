"""The joint of a rail no board is long enough for: do the screws of its plate carry on what the rail carries?"""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from ergamot.core.frame.bending import DURATION
from ergamot.core.frame.joints import PLATE_SCREWS
from ergamot.core.frame.kinds import Duty
from ergamot.core.frame.structure import Structure
from ergamot.core.strength.check import Check, source_of
from ergamot.core.working import Working

FROM_AN_END_MM = (
    40.0  # of the plate or the part, to the nearest screw; 7 diameters and more, NDS 2018 table 12.5.1C
)


def splice_checks(structure: Structure, moving: Sequence[Check]) -> Iterator[Check]:
    """What the rails ask of the screws of their splice plates when the pen is moved.

    Args: structure, with its splices; moving, the checks of moving it, of its rails as whole sticks.
    Returns: an iterator of one Check, or of none where no base rail is spliced or nothing bends them.
    Source: statics of a row of screws, each bearing by its distance from their middle; NDS 2018.

    >>> list(splice_checks(pen(), ()))
    []
    """
    joined = [one for one in structure.splices if structure.by_ref[one.parts[0]].duty is Duty.BASE_RAIL]
    asked = next((check for check in moving if {one.parts[0] for one in joined} & {*check.refs}), None)
    if asked is None:
        return
    plate = structure.by_ref[joined[0].plate]
    screwed = next(one for one in structure.joints if plate.ref in one.members and one.fixing)
    bears = screwed.screw_n
    if bears is None:
        return  # bolted, through wood too thick for screws: the wood gives before they do
    moment = next(step.quantity.value for step in asked.working if step.symbol == "M")
    work = Working()
    work.given("M", "moment in the rail where it is bent most", moment, "N m", "the side rails' own check")
    work.given("l", "plate to either side of the joint", plate.length_mm / 2000, "m", "the frame")
    work.given(
        "e",
        "from the joint, and from its end, to a screw",
        FROM_AN_END_MM / 1000,
        "m",
        "NDS 2018 table 12.5.1C",
    )
    work.given("n", "screws in each part, evenly in a row", PLATE_SCREWS, "", "the frame")
    work.step("s", "from the first to the last", "l - 2*e", "m")
    work.step(
        "V", "on the outer two, the inner ones by their distance", "M*6*(n - 1)/(n*(n + 1)*s)", "N", "statics"
    )
    work.given("F", "a screw in shear", bears, "N", source_of(screwed))
    work.step("ratio", "bears over takes", "F/V")
    good, least = DURATION["moving"]
    work.given("CD", "duration at the least over for good", least / good, "", "NDS 2018 table 2.3.2")
    work.step("least", "bears at the least over takes", "ratio*CD")
    refs = tuple(one.plate for one in joined)
    yield Check("splices of the side rails", refs, work.known["V"], work.known["F"], "N", work, least / good)
