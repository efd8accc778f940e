"""The ``sound`` sum: what a recording of a turning unit tells."""

from __future__ import annotations

import base64
import binascii

from gearing.errors import GearingError
from gearing.sound import (
    LEAST_DB,
    Loudness,
    Recording,
    beats_of,
    count_clicks,
    lines_of,
    loudness,
    picture_of,
    read_wav,
    sidebands_of,
)
from gearing.train import Solution, solve
from gearing.train.fault_rates import NAMED, carriers, suspects
from gearing.train.recurrence import passing

from .request import SoundIn
from .response import (
    ClicksHeard,
    ComparedOut,
    LineHeard,
    LoudnessOut,
    OctaveOut,
    PictureOut,
    SidebandsHeard,
    SoundOut,
    SoundSuspect,
)

SHOWN = 6
LIKELY = 0.35
"""Odds from which a wheel is named in the answer."""

CHANGED_DB = 1.5
"""Less than this nobody hears (a just noticeable difference of level is about 1 dB)."""


def hear_recording(request: SoundIn) -> SoundOut:
    """What a recording tells of a unit.

    Raises
    ------
    GearingError
        If it is no recording, silent or too long, or the train has no such shaft.
    """
    recording = _recording(request.wav, "wav")
    before = _recording(request.before, "before") if request.before else None
    solution, shaft = _train(request)
    found = count_clicks(recording)
    count = len(found.times) if found.heard else 0
    ran = bool(request.rpm and not request.turns)
    rows: list[SoundSuspect] = []
    lines: list[LineHeard] = []
    none: float | None = None
    if solution and ran and request.rpm:
        rows, none, lines = _running(recording, solution, shaft, request.rpm / 60)
    elif solution and request.turns and count:
        rows, none = _by_hand(solution, shaft, count, request.turns)
    cannot = _cannot(request, recording, found.heard, ran, rows, none)
    now = loudness(recording)
    return SoundOut(
        says=_says(rows, count, request, cannot),
        cannot_tell=cannot,
        seconds=recording.seconds,
        clipped=recording.clipped,
        clicks=ClicksHeard(
            count=count,
            per_turn=count / request.turns if request.turns and found.heard else None,
            times=[float(time) for time in found.times] if found.heard else [],
            clear=found.clear,
        ),
        suspects=rows[:SHOWN],
        none_of_these=none,
        lines=lines,
        loudness=_loudness(now),
        picture=_picture(recording),
        compared=_compared(loudness(before), now) if before else None,
    )


def _recording(text: str, field: str) -> Recording:
    try:
        return read_wav(base64.b64decode(text, validate=True))
    except (binascii.Error, ValueError) as error:
        raise GearingError(
            "The recording cannot be read.",
            code="no_sound",
            field=field,
            hint="Send a WAV file as base64.",
        ) from error
    except GearingError as error:
        error.field = field
        raise


def _train(request: SoundIn) -> tuple[Solution | None, str]:
    if not request.line.strip():
        return None, ""
    solution = solve(request.train().train(request.line))
    shaft = request.shaft or next((name for name, speed in solution.train.driven.items() if speed), "")
    if shaft not in solution.speeds or not solution.speeds[shaft]:
        raise GearingError(
            f"There is no shaft {shaft} that turns.",
            code="unknown_shaft",
            field="shaft",
            hint=f"One of: {', '.join(name for name, speed in solution.speeds.items() if speed)}.",
        )
    return solution, shaft


def _by_hand(
    solution: Solution, shaft: str, count: int, turns: float
) -> tuple[list[SoundSuspect], float | None]:
    rows, none = [], None
    for each in suspects(solution, shaft, count, turns):
        if each.carrier is None:
            none = each.odds
        else:
            says = f"{each.carrier.per_turn:.3g} clicks a turn"
            rows.append(
                SoundSuspect(name=each.carrier.name, kind=each.carrier.what, odds=each.odds, says=says)
            )
    return rows, none


def _running(
    recording: Recording, solution: Solution, shaft: str, turns_per_s: float
) -> tuple[list[SoundSuspect], float, list[LineHeard]]:
    met = [
        (f"teeth of stage {n}", passing(coupling, solution, shaft)[0] * turns_per_s)
        for n, coupling in enumerate(solution.train.couplings, 1)
    ]
    wheels = _wheels(solution, shaft, turns_per_s)
    lines = [
        LineHeard(
            name=line.name,
            hertz=line.hertz,
            prominence_db=line.prominence,
            stands_out=line.stands_out,
            sidebands=[
                SidebandsHeard(
                    name=beside.name,
                    hertz=list(beside.hertz),
                    prominence_db=beside.prominence,
                    stands_out=beside.stands_out,
                )
                for beside in sidebands_of(recording, line, wheels.get(line.name, ()))
            ],
        )
        for line in lines_of(recording, [each for each in met if each[1]])
    ]
    rows = [
        SoundSuspect(
            name=carrier.name,
            kind=carrier.what,
            odds=odds,
            says=f"beats at {line.hertz:.3g} Hz, {line.prominence:.0f} dB above its ground",
        )
        for carrier, odds, line in beats_of(recording, carriers(solution, shaft), turns_per_s)
    ]
    return rows, 1 - sum(row.odds for row in rows), lines


def _wheels(solution: Solution, shaft: str, turns_per_s: float) -> dict[str, list[tuple[str, float]]]:
    """The wheels that meet in each stage and how often a second each turns, by the name of its line."""
    made: dict[str, list[tuple[str, float]]] = {}
    for carrier in carriers(solution, shaft):
        if carrier.stage and carrier.what == "gear":
            row = made.setdefault(f"teeth of stage {carrier.stage}", [])
            row.append((carrier.name, carrier.per_turn * turns_per_s))
    return made


def _picture(recording: Recording) -> PictureOut:
    drawn = picture_of(recording)
    return PictureOut(
        moments=[round(float(each), 4) for each in drawn.moments],
        hertz=[round(float(each), 2) for each in drawn.hertz],
        decibel=[round(float(each), 2) for each in drawn.decibel],
    )


def _cannot(
    request: SoundIn,
    recording: Recording,
    heard: bool,
    ran: bool,
    rows: list[SoundSuspect],
    none: float | None,
) -> str:
    """Why no wheel is named."""
    if not ran and not heard:
        return (
            "No click stands out of the noise. Hold the microphone to the case, in a quieter room: "
            f"clicks {-LEAST_DB:g} dB below the room are not found."
            + (" Loud parts are cut off: record softer." if recording.clipped else "")
        )
    if not request.line.strip():
        return "Which wheel it is needs the train: its line from Trains."
    if not request.turns and not request.rpm:
        return "How many turns were made, or how fast it ran, is not said."
    if not rows or (none or 0.0) > rows[0].odds:
        return "Nothing of this train sounds so often: count the turns again, or look outside it."
    return ""


def _says(rows: list[SoundSuspect], count: int, request: SoundIn, cannot: str) -> str:
    heard = f"{count} clicks" + (f", {count / request.turns:.3g} a turn" if request.turns else "")
    if cannot:
        return f"{heard}. {cannot}" if count else cannot
    alike = [row for row in rows if row.odds >= NAMED]
    first = rows[0]
    sure = "Most likely" if first.odds >= LIKELY else "Perhaps"
    names = "; ".join(f"{row.name}, {row.odds * 100:.0f} %" for row in (alike or [first])[:3])
    return f"{heard + '. ' if count and request.turns else ''}{sure} {names}."


def _loudness(made: Loudness) -> LoudnessOut:
    return LoudnessOut(
        level_dba=made.level,
        octaves=[OctaveOut(hertz=hertz, level_db=level) for hertz, level in made.octaves],
        uneven=made.uneven,
    )


def _compared(before: Loudness, now: Loudness) -> ComparedOut:
    change = now.level - before.level
    was = dict(before.octaves)
    octaves = [(hertz, level - was[hertz]) for hertz, level in now.octaves if hertz in was]
    if abs(change) < CHANGED_DB:
        says = "As loud as before."
    else:
        most = max(octaves, key=lambda row: abs(row[1]))
        says = (
            f"{abs(change):.0f} dB {'quieter' if change < 0 else 'louder'} than before, "
            f"most of it at {most[0]:g} Hz."
        )
    return ComparedOut(
        says=says,
        level_dba=change,
        octaves=[OctaveOut(hertz=hertz, level_db=level) for hertz, level in octaves],
        uneven=now.uneven - before.uneven,
    )
