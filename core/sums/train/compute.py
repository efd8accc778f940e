"""Solving a train and saying what comes of it."""

from __future__ import annotations

from fractions import Fraction
from math import degrees

from gearing.data import table
from gearing.errors import GearingError
from gearing.train import Belt, Mesh, Planetary, Solution, Source, Train, Worm, solve
from gearing.train.line import count_spots, next_stage_at
from gearing.train.model import Coupling
from gearing.train.power import Power, StagePower, lead_angle, power
from gearing.train.recurrence import ends, hunts, meetings, passing, turns_home, turns_to_run_in

from .applications import use_out
from .backlash import play_out
from .faults import clicks_out, says_of_clicks
from .open_counts import fill
from .request import TrainIn
from .response import MeetingOut, ShaftOut, SpotOut, StageOut, TrainOut
from .schematic import gears_out, side_out
from .troubles import troubles_of


def run_train(request: TrainIn) -> TrainOut:
    """Solve a train and say what comes of it.

    Raises
    ------
    GearingError
        If it cannot be read, or has no speeds, or more than one set of them.
    """
    filled = fill(request)
    line = filled[0].line if filled else request.line
    train = request.train(line)
    solution = solve(train)
    driven = [shaft for shaft, speed in train.driven.items() if speed]
    if not driven:
        raise GearingError(
            "Nothing turns.", code="nothing_turns", field="driven", hint="Give a speed to one shaft."
        )
    output = _output(request, train)
    whole = solution.ratio(driven[0], output) if len(driven) == 1 else None
    if whole is None and len(driven) == 1:
        raise GearingError(
            "The output stands still.",
            code="output_stands",
            field="output",
            hint="Take another shaft as the output.",
        )
    turned = request.shaft or output
    if turned not in solution.speeds:
        raise GearingError(
            f"There is no shaft {turned}.",
            code="unknown_shaft",
            field="shaft",
            hint=f"One of: {', '.join(solution.speeds)}.",
        )
    for stage in request.stages:
        if stage.number > len(train.couplings):
            raise GearingError(
                f"There is no stage {stage.number}: this train has {len(train.couplings)}.",
                code="unknown_stage",
                field="stages",
                hint="Number the stages as they stand in the line, the first is 1.",
            )
    # All per turn of the first shaft driven.
    unit = solution.speeds[driven[0]]
    loaded = _loaded(request, solution, driven, output)
    home, run_in = turns_home(solution, driven[0]), turns_to_run_in(train, solution, driven[0])
    lost_motion = play_out(request, solution, driven[0], output)
    suspects = clicks_out(request, solution, turned)
    return TrainOut(
        line=line,
        counts=[[SpotOut(start=a, end=b) for a, b in stage] for stage in count_spots(request.line)],
        next_stage_at=next_stage_at(request.line),
        ratio=f"{abs(whole.numerator)} : {whole.denominator}" if whole else "",
        ratio_decimal=float(whole) if whole else None,
        says=_says(whole, solution, output, driven),
        driven=driven,
        output=output,
        home_turns=home,
        home_minutes=home / request.rpm if home else None,
        run_in_turns=run_in,
        run_in_minutes=run_in / request.rpm if run_in else None,
        efficiency=loaded.efficiency if loaded else None,
        holds_back=bool(loaded and not loaded.backwards),
        stages=[
            _stage(n, coupling, solution, request, driven[0], loaded)
            for n, coupling in enumerate(train.couplings, 1)
        ],
        shafts=[
            ShaftOut(
                name=shaft,
                turns=str(speed / unit),
                turns_decimal=float(speed / unit),
                rpm=float(speed / unit) * request.rpm,
                held=shaft in train.held,
                torque_nmm=_torque(loaded, shaft) if request.torque_nmm else None,
            )
            for shaft, speed in solution.speeds.items()
        ],
        turned=turned,
        clicks=[row for row in suspects if row.kind != "none"],
        none_of_these=next((row.odds for row in suspects if row.kind == "none"), None),
        clicks_say=says_of_clicks(request, suspects, turned),
        gears=gears_out(solution, unit, request),
        side=side_out(solution, unit),
        lost_motion=lost_motion,
        filled=filled,
        use=use_out(request, solution, driven[0], output, loaded, lost_motion),
    )


def _output(request: TrainIn, train: Train) -> str:
    """The shaft asked for, or the last that is neither driven nor held."""
    shafts = train.shafts()
    if request.output:
        if request.output not in shafts:
            raise GearingError(
                f"There is no shaft {request.output}.",
                code="unknown_shaft",
                field="output",
                hint=f"One of: {', '.join(shafts)}.",
            )
        return request.output
    last = f"{len(train.couplings) + 1}"
    if last in shafts and not request.couplings:
        return last
    free = [shaft for shaft in shafts if shaft not in train.held and shaft not in train.driven]
    return free[-1] if free else shafts[-1]


def _says(ratio: Fraction | None, solution: Solution, output: str, driven: list[str]) -> str:
    if ratio is None:
        speed = solution.speeds[output]
        return f"Driven at {' and '.join(driven)}, {output} turns {float(speed):.5g} for what is given."
    way = "the same way" if ratio > 0 else "the other way"
    size = abs(float(ratio))
    if size >= 1:
        return f"{size:.4g} turns in for one out, {way}."
    return f"One turn in turns the output {1 / size:.4g} times, {way}."


def _loaded(request: TrainIn, solution: Solution, driven: list[str], output: str) -> Power | None:
    """Power through the train to its output; None where it cannot be followed and no torque was asked for."""
    efficiencies = {stage.number: stage.efficiency for stage in request.stages if stage.efficiency}
    try:
        if output in solution.train.driven or not solution.turn(output, Source(driven[0])):
            raise GearingError(
                f"Shaft {driven[0]} passes no power to shaft {output}.",
                code="no_power",
                field="torque_nmm",
                hint="Take the shaft that is loaded as the output.",
            )
        return power(solution, driven[0], (request.torque_nmm or 1.0) / 1000, output, efficiencies)
    except GearingError:
        if request.torque_nmm:
            raise
        return None


def _torque(loaded: Power | None, shaft: str) -> float | None:
    if loaded is None:
        return None
    torque = loaded.torques.get(shaft, loaded.reactions.get(shaft))
    return torque * 1000 if torque is not None else None


def _stage(
    number: int,
    coupling: Coupling,
    solution: Solution,
    request: TrainIn,
    driven: str,
    loaded: Power | None,
) -> StageOut:
    into, out = ends(number, coupling, solution)
    ratio = solution.ratio(into, out)
    more = request.stage(number)
    per_turn, pitch_line = passing(coupling, solution, driven)
    driver = abs(float(solution.speeds[into] / solution.speeds[driven])) * request.rpm
    met = _met(coupling, solution, into, driver)
    longest = max((row for row in met if row.again), key=lambda row: row.again or 0.0, default=None)
    load = loaded.stages[number - 1] if loaded else None
    module = more.module_mm
    return StageOut(
        number=number,
        what=_what(coupling),
        ratio=f"{abs(ratio.numerator)} : {ratio.denominator}" if ratio else "",
        ratio_decimal=float(ratio) if ratio is not None else None,
        hunts=all(row.hunts for row in met) if met else None,
        meetings=met,
        meets_again=longest.again if longest else None,
        meets_again_minutes=longest.again_minutes if longest else None,
        meetings_hz=per_turn * request.rpm / 60,
        pitch_line_m_s=pitch_line * module * request.rpm / 60 / 1000 if module else None,
        efficiency=load.efficiency if load else None,
        holds_back=bool(load and not load.backwards),
        loaded=load.loaded if load else None,
        troubles=[*troubles_of(coupling, more), *_locks(coupling, load)],
        notes=_notes(coupling, load),
    )


def _met(coupling: Coupling, solution: Solution, into: str, driver: float) -> list[MeetingOut]:
    """What meets what in a stage, by turns of its driver (rpm)."""
    speed = abs(solution.speeds[into])
    rows = []
    for each in meetings(coupling, solution.speeds):
        again = float(each.time * speed) if each.time and speed else None
        rows.append(
            MeetingOut(
                what=f"{each.first} of {each.teeth_1} and {each.second} of {each.teeth_2}",
                hunts=hunts(each.teeth_1, each.teeth_2),
                again=again,
                again_minutes=again / driver if again and driver else None,
            )
        )
    return rows


def _locks(coupling: Coupling, load: StagePower | None) -> list[str]:
    """A worm that its wheel is to turn, and cannot."""
    if not isinstance(coupling, Worm) or load is None or load.driver == coupling.first or load.efficiency:
        return []
    lead = degrees(lead_angle(coupling))
    return [
        f"Its wheel cannot drive this worm: at {lead:.1f}° of lead it locks, and nothing turns. "
        "Drive the worm, or take one with more starts."
    ]


def _what(coupling: Coupling) -> str:
    match coupling:
        case Mesh():
            return f"{coupling.teeth_1} : {coupling.teeth_2} {coupling.kind}"
        case Belt():
            what = "chain" if coupling.chain else "belt"
            return f"{coupling.teeth_1} : {coupling.teeth_2} {what}" + (
                f" of {coupling.links}" if coupling.links else ""
            )
        case Worm():
            return f"worm, {coupling.starts} start{'s' if coupling.starts > 1 else ''} : {coupling.teeth}"
        case Planetary():
            planets = f"{coupling.planets} × {coupling.teeth_planet}"
            if coupling.teeth_outer:
                planets += f" {'with' if coupling.paired else 'on one with'} {coupling.teeth_outer}"
            return f"sun {coupling.teeth_sun}, planets {planets}, ring {coupling.teeth_ring}"
    return type(coupling).__name__.lower()


def _notes(coupling: Coupling, load: StagePower | None) -> list[str]:
    idle = ["No power to the output passes here: it runs along unloaded."] if load and not load.loaded else []
    match coupling:
        case Worm() if not coupling.lead_angle_deg:
            factor = table("train")["worm"]["diameter_factor"]
            return [f"Lead angle not said: taken from a worm {factor:g} modules thick.", *idle]
        case Belt() if not coupling.links:
            what = "chain's links" if coupling.chain else "belt's own teeth"
            return [f"The {what} are not counted: add them as /90 to know when each meets each.", *idle]
        case Planetary() if coupling.in_phase:
            return [
                "All planets meet the sun in one phase: they go in marks alike, and whine together.",
                *idle,
            ]
        case Planetary():
            return [
                "The planets meet the sun out of phase: seat each to its own mark; they run quieter so.",
                *idle,
            ]
    return idle
