"""Running gear: base rails, what the pen moves on, and what the hands take hold of.

| gear    | moving                              | parked                       |
|---------|-------------------------------------|------------------------------|
| skids   | on its rails, by a rope             | on its rails                 |
| wheels  | tipped on a through axle, carried   | on its rails and tyres       |
| bolt-on | the same                            | wheels off, tight on the grass |
| dolly   | rear on a loose axle, front carried | dolly taken away             |
| frame   | all on a loose frame of four wheels  | frame taken away             |
| chassis | towed on four wheels, two turning    | chassis taken away           |
| levers  | wheels swung down, locked by a pin  | wheels swung up              |
| boards  | wheels swung past their dead point  | wheels swung up              |
"""

from ergamot.core.frame.parts.gear.choices import YIELD_MPA, Gear, body_start, check_gear, read_gear
from ergamot.core.frame.parts.gear.hold import check_pole, handles, lifting_rope
from ergamot.core.frame.parts.gear.iron import WHEEL_GAP_MM
from ergamot.core.frame.parts.gear.parameters import SWINGING, gear_parameters
from ergamot.core.frame.parts.gear.rails import base_rails, side_bands
from ergamot.core.frame.parts.gear.wheels import needs_axle_leg, running_gear

__all__ = [
    "SWINGING",
    "WHEEL_GAP_MM",
    "YIELD_MPA",
    "Gear",
    "base_rails",
    "body_start",
    "check_gear",
    "check_pole",
    "gear_parameters",
    "handles",
    "lifting_rope",
    "needs_axle_leg",
    "read_gear",
    "running_gear",
    "side_bands",
]
