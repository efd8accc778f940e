"""What the train does in its unit."""

from __future__ import annotations

from math import radians

from gearing.errors import GearingError
from gearing.train import Solution, applications
from gearing.train.power import Power

from .request import CarIn, CounterIn, ReelIn, ServoIn, TrackingIn, TrainIn, WinchIn
from .response import LostMotionOut, UseRow


def use_out(
    request: TrainIn,
    solution: Solution,
    driven: str,
    output: str,
    loaded: Power | None,
    lost_motion: LostMotionOut | None,
) -> list[UseRow]:
    """The rows for the unit said; none where none was."""
    if request.use is None:
        return []
    back = solution.speeds[output]
    if not back:
        raise GearingError(
            "The output stands still.", code="output_stands", field="output", hint="Take another shaft."
        )
    final = abs(float(solution.speeds[driven] / back))
    torque = 0.0
    if request.torque_nmm and loaded:
        torque = loaded.torques.get(output, 0.0)
    match request.use:
        case CarIn() as use:
            rows = applications.car(final, use.wheel_mm, use.kv, use.volts, use.load)
        case ReelIn() as use:
            rows = applications.reel(final, use.full_mm, use.bare_mm, use.fill)
        case ServoIn() as use:
            rows = applications.servo(final, request.rpm, use.travel_deg, use.arm_mm or 0.0, torque, use.load)
        case WinchIn() as use:
            rows = applications.winch(final, request.rpm, use.drum_mm, use.line_mm, use.layers, torque)
        case TrackingIn() as use:
            rows = applications.tracking(final, use.wheel_turns, use.steps)
        case CounterIn() as use:
            rows = applications.counter(final, use.units)
    if isinstance(request.use, ServoIn) and request.use.arm_mm and lost_motion:
        felt = request.use.arm_mm * radians(lost_motion.teeth_deg)
        rows.append(applications.Row("play at the hole, by the teeth", felt, "mm", "see Play for the rest"))
    return [UseRow(label=row.label, value=row.value, unit=row.unit, how=row.how) for row in rows]
