"""What moving a pen comes to, in sentences: lifts, turning, humps, passages, gaps, swinging wheels."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import replace

from ergamot.core.catalogue.kinds import Fitting
from ergamot.core.farm.conditions import TURF_WORDS, FarmConditions
from ergamot.core.finding import Grade, Phrase, phrase
from ergamot.core.frame.clearance import swing_gaps
from ergamot.core.frame.footing import Lever
from ergamot.core.frame.kinds import Space
from ergamot.core.frame.mass import Mass
from ergamot.core.frame.structure import Structure
from ergamot.core.gear.carried import WANTED_MM, carried
from ergamot.core.gear.chart import PASSAGE_SPARE_MM, Mover, MovingChart
from ergamot.core.gear.raising import WITH, hardest_throw
from ergamot.core.gear.tasks import Task
from ergamot.core.units import Quantity
from ergamot.core.working import Working

FAR_MORE = 3.0  # over three times what can be, a figure says no more; judgement
OVER_BUMPS = "a plank over them, or a larger wheel"
WHEN_IT_SINKS = "boards under the wheels, wider ones, or a drier day"
BIRD_GAP_MM = 50.0  # more than this behind lets small birds under; judgement: a chick of three weeks
WALKS_OUT_MM = 120.0  # and more than this, any of them; judgement: a hen ducks so low
HEELS_MM = 350.0  # judgement: a heel's swing behind someone walking backwards


def told_of_tail(structure: Structure) -> Iterator[Phrase]:
    """How a carried pen clears the grass, and what would make it.

    Args: structure.
    Returns: an iterator of Phrases.
    Source: geometry; 25 mm is wanted, common practice.

    >>> len(list(told_of_tail(pen(gear="skids"))))
    0
    """
    tipped = carried(structure)
    if tipped is None:
        return
    for name, clear in (("rear cross rail", tipped.rear_mm), ("tail behind the axle", tipped.tail_mm)):
        if clear < 0:
            words = f"carried, the {name} digs {{deep}} into the grass: it drags"
            yield phrase(words, deep=Quantity(-clear, "mm"))
        elif clear < WANTED_MM and math.isfinite(clear):
            yield phrase(
                f"carried, the {name} clears the grass by {{clear}}; {{wanted}} is wanted",
                clear=Quantity(clear, "mm"),
                wanted=Quantity(WANTED_MM, "mm"),
            )
    if min(tipped.clear_mm, WANTED_MM) < WANTED_MM:
        yield phrase("a bevelled tail, the axle farther behind the wall or a lower hold would clear it")


def told(structure: Structure, chart: MovingChart, farm: FarmConditions) -> Iterator[Phrase]:
    """A move in sentences, against the farm's own humps and passages.

    Args: structure; chart, of it; farm.
    Returns: an iterator of Phrases.
    Source: as `moving_chart`.

    >>> from ergamot.core.gear.chart import moving_chart
    >>> low = pen()
    >>> next(told(low, moving_chart(c, low, mass(low), farm(), 20.0), farm())).text("metric")
    'lift with feeders and drinkers full 33.0 kg'
    """
    if structure.carried:
        yield phrase("lift with feeders and drinkers full {full}", full=Quantity(chart.lift_full, "heft"))
        if chart.lift_birds > 0 and any(zone.space is Space.HOUSE for zone in structure.zones):
            yield phrase(
                "lift with the birds riding in the house {birds}", birds=Quantity(chart.lift_birds, "heft")
            )
    yield from told_of_tail(structure)
    if chart.niosh_n is not None:
        yield phrase(
            "a second opinion: NIOSH would have one person lift {limit} here",
            limit=Quantity(chart.niosh_n, "heft"),
        )
    if chart.balance_x is not None:
        yield phrase(
            "for a lift your mover can do the axle would stand {x} from the rear end",
            x=Quantity(max(0.0, 1000 * chart.balance_x), "mm"),
        )
    if chart.raised is not None:
        yield phrase(
            f"putting wheels under the {chart.raised.end} with {WITH[chart.raised.by]}: a corner weighs {{corner}}",
            corner=Quantity(chart.raised.corner_n, "heft"),
        )
    yield from _room(structure)
    usual = next(one for one in chart.grounds if one.ground.key == farm.moving_ground.key)
    if usual.across > 0:
        yield phrase(
            "across your slope it drifts downhill with {across}", across=Quantity(usual.across, "heft")
        )
    if structure.has(Fitting.PULLEY):
        yield phrase("before a move feeders and drinkers are drawn up on their cords: nothing is carried out")
    if structure.grip.both_ends:
        yield phrase("taken hold of at both ends: it need not be turned at a lane's end")
    steers = structure.front_axle is not None and structure.front_axle.turns_deg > 0
    yield phrase(
        f"turning at a lane's end {'steers round within' if steers else 'sweeps'} {{radius}} and takes {{force}} "
        f"sideways at the {'drawbar' if steers else 'hands'}",
        radius=Quantity(1000 * chart.swing_radius, "mm"),
        force=Quantity(chart.turn_force, "heft"),
    )
    if chart.clears_hump is not None:
        verdict = (
            "it clears yours" if 1000 * chart.clears_hump >= farm.hump_mm else "yours is more: it touches"
        )
        yield phrase(
            f"a hump of {{hump}} passes under it; {verdict}", hump=Quantity(1000 * chart.clears_hump, "mm")
        )
    needs = 1000 * chart.passage_width
    beside = (farm.narrowest_mm - needs) / 2
    narrower = "yours is narrower: it does not get to the field"
    if structure.built_in_field:
        narrower = "yours is narrower: it is built in the field"
    elif structure.comes_apart:
        narrower = "yours is narrower: taken apart it is carried through"
    fits = "it goes through yours" if beside >= 0 else narrower
    tight = ", with less beside it than the {spare} one would like" if 0 <= beside < PASSAGE_SPARE_MM else ""
    yield phrase(
        f"needs a passage of {{needs}}; {fits}{tight}",
        needs=Quantity(needs, "about"),
        spare=Quantity(PASSAGE_SPARE_MM, "about"),
    )


def _room(structure: Structure) -> Iterator[Phrase]:
    """Heels of whoever walks backwards, and the gaps birds could pass."""
    ahead = structure.grip.x_mm - structure.body.x[1]
    if structure.carried:
        enough = "clear of heels" if ahead >= HEELS_MM else "short for heels: walk beside it, not backwards"
        yield phrase(f"hands {{ahead}} ahead of the frame: {enough}", ahead=Quantity(ahead, "mm"))
    if structure.open_gap_mm:
        yield phrase(
            "{gap} open under the rails, parked too: a way in; a strip to the grass closes it",
            gap=Quantity(structure.open_gap_mm, "mm"),
        )
    if structure.axle is not None and structure.axle.rise_mm and not structure.gap_mm:
        rear = structure.axle.rise_mm
        front = structure.front_axle.rise_mm if structure.front_axle else rear
        words = "gap under the rails when raised {rear} at the rear" + (
            ", {front} at the front" if structure.front_axle else ", more at the carried end"
        )
        if rear > WALKS_OUT_MM:
            words += ": birds walk out, shut them in the house or in crates first"
        elif rear > BIRD_GAP_MM:
            words += ": small birds pass, add a flap"
        yield phrase(words, rear=Quantity(rear, "mm"), front=Quantity(front, "mm"))


def told_of_task(task: Task, grade: Grade, work: Working, farm: FarmConditions) -> Phrase:
    """How a crew stands against the task that rules, in its working's figures.

    Args: task, what rules; grade, of the move; work, of the move over the farm's turf; farm.
    Returns: a Phrase.
    Source: as `haul`.

    >>> from ergamot.core.gear.haul import haul, movers_strength
    >>> low, man = pen(), farm(crew="man")
    >>> moved = haul(low, mass(low), c.grounds["wet"], 0.0, movers_strength(c, low, c.crews["man"])).over(man)
    >>> told_of_task(Task.LIFT, Grade.BETWEEN, moved, man).text("metric")
    'hard for one man: to lift at the handles takes 33.0 kg; 20.4 kg is easy, 40.8 kg the most'
    """
    who = farm.crew.label
    if task is Task.BUMP:
        needs = Quantity(work.known["h_turf"], "mm")
        easy, at_most = (Quantity(work.known[symbol], "mm") for symbol in ("bump", "bump_most"))
        turf = TURF_WORDS[farm.turf] + " has {needs}"
        if grade is Grade.SHORT:
            words = "{who} cannot pull a wheel over more than {most}; " + f"{turf}: {OVER_BUMPS}"
            return phrase(words, who=who, most=at_most, needs=needs)
        if grade is Grade.BETWEEN:
            return phrase(
                "hard for {who}: " + turf + ", over {easy} a wheel goes easily",
                who=who,
                easy=easy,
                needs=needs,
            )
        return phrase("{who} can get a wheel over {easy}; " + turf, who=who, easy=easy, needs=needs)
    if task is Task.HUMP:
        told = {"clears": Quantity(work.known["h_clear"], "mm"), "hump": Quantity(work.known["h_hump"], "mm")}
        if grade is Grade.SHORT:
            words = (
                "it sticks on your humps of {hump}: {clears} passes under it, and {who} cannot drag it over"
            )
            return phrase(words, who=who, **told)
        return phrase("it drags over your humps of {hump}: {clears} passes under it", **told)
    can, most, takes = (work.known[f"{mark}_{task}"] for mark in ("can", "most", "F"))
    figures: dict[str, Quantity | str] = {
        name: Quantity(force, "heft") for name, force in (("can", can), ("most", most), ("takes", takes))
    }
    figures |= {"who": who, "task": task.words}
    if grade is Grade.SHORT:
        if takes > FAR_MORE * most:
            return phrase("to {task} is far more than {who} can", task=task.words, who=who)
        return phrase("to {task} takes {takes}; {most} is the most for {who}", **figures)
    if grade is Grade.BETWEEN:
        words = "hard for {who}: to {task} takes {takes}; {can} is easy, {most} the most"
        return phrase(words, **figures)
    return phrase("{who} can {task}: {takes} of {can}", **figures)


def told_of_share(ratio: float, of_what: str) -> Phrase:
    """How much of what can be done something takes.

    Args: ratio, can over takes, 0 or more; of_what, in words.
    Returns: a Phrase; over three times as much is no figure.
    Source: arithmetic.

    >>> told_of_share(2.0, "of what they should").text("metric"), told_of_share(0.1, "of it").text("metric")
    ('50 % of what they should', 'far more than they can')
    """
    if ratio * FAR_MORE < 1:
        return phrase("far more than they can")
    return phrase(f"{{share}} {of_what}", share=Quantity(1 / ratio, "share"))


def told_of_mover(one: Mover) -> Phrase:
    """Whether somebody could move it, and what is hardest for them.

    Args: one.
    Returns: a Phrase.
    Source: as `moving_chart`.

    >>> from ergamot.core.gear.haul import Over
    >>> from ergamot.core.gear.tasks import Task
    >>> told_of_mover(Mover(c.crews["man"], Over(2.0, 3.0), Task.START)).text("metric")
    'easily; hardest is to start it moving, 50 % of what is good to ask'
    """
    task, grade = one.ruling.words, one.grade
    if grade is Grade.SHORT:
        share = told_of_share(one.over.most, "of the most")
        return phrase("should not: to {task} is {share}", task=task, share=share)
    share = told_of_share(one.over.good, "of what is good to ask")
    if grade is Grade.BETWEEN:
        return phrase("with effort: to {task} is {share}", task=task, share=share)
    return phrase("easily; hardest is to {task}, {share}", task=task, share=share)


def told_of_swing(structure: Structure, weighed: Mass, lever: Lever) -> Iterator[Phrase]:
    """A swinging wheel in sentences: its holes, its rise, what holds it, what it takes.

    Args: structure; weighed, its mass; lever, one of it.
    Returns: an iterator of Phrases.
    Raises: OutOfRange.
    Source: geometry of the swing; moments about the pivot.

    >>> coop = pen("coop", gear="boards")
    >>> next(told_of_swing(coop, mass(coop), coop.levers[0])).text("metric")
    'pivot 164 mm above the foot of the rail, axle 80 mm from it: lifts the rail 40 mm'
    """
    swing = lever.swing
    yield phrase(
        "pivot {pivot} above the foot of the rail, axle {arm} from it: lifts the rail {rise}",
        pivot=Quantity(swing.pivot_mm, "mm"),
        arm=Quantity(swing.arm_mm, "mm"),
        rise=Quantity(swing.rise_mm, "mm"),
    )
    yield phrase(
        "parked it stands {clear} off the grass; it touches {touch} below level",
        clear=Quantity(swing.clear_mm, "mm"),
        touch=Quantity(swing.touch_deg, "deg"),
    )
    yield phrase(
        "past its dead point: the load holds it"
        if swing.holds_itself
        else "short of its dead point: only the pin holds it"
    )
    wide = structure.body.y[1] - structure.body.y[0]
    twist = math.degrees(math.atan(swing.rise_mm / wide))
    yield phrase(
        "with one side thrown and the other not the frame twists {twist}: throw them in turn, without haste",
        twist=Quantity(twist, "deg"),
    )
    thrown = hardest_throw(structure, weighed)
    if thrown:
        yield phrase("throwing it over takes {throw} at the handle", throw=Quantity(thrown[1], "heft"))
    nearest = next(iter(swing_gaps(structure)), None)
    if nearest:
        yield phrase(
            f"nearest to anything: {{gap}} from the {nearest.member.role}", gap=Quantity(nearest.mm, "mm")
        )


def as_drilled(lever: Lever, pivot_mm: float) -> Phrase:
    """What a hole that is there already makes of a swinging wheel.

    Args: lever; pivot_mm, the hole above the foot of the rail, mm.
    Returns: a Phrase.
    Source: geometry of the swing.

    >>> lever = pen("coop", gear="boards").levers[0]
    >>> as_drilled(lever, 600.0).text("metric")
    'drilled there it does not lift the rail off the grass'
    """
    swing = replace(lever.swing, pivot_mm=pivot_mm)
    if swing.rise_mm <= 0:
        return phrase("drilled there it does not lift the rail off the grass")
    trouble = "" if swing.clear_mm >= 0 else ", and parked it drags on the grass"
    return phrase(
        "drilled there it lifts {rise}, parked {clear} off the grass" + trouble,
        rise=Quantity(swing.rise_mm, "mm"),
        clear=Quantity(max(0.0, swing.clear_mm), "mm"),
    )
