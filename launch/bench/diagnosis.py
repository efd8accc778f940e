"""What is wrong and what clicks: how often it is right, how honest its odds are, what its advice saves."""

from __future__ import annotations

import base64
from statistics import fmean, median

import numpy as np

from devices.sound.hidden import TRAINS, recording, wav
from gearing.diagnosis import diagnose, hear
from sums.sound import SoundIn, hear_recording
from sums.train import TrainIn
from sums.train.compute import run_train
from tests.core.complaints import COMPLAINTS

from .desk import row, timed, told
from .report import REPORT
from .simulated_faults import ENOUGH, Hidden, advised, calibration, checks_needed, in_fixed_order

UNITS, RECORDINGS = 100, 200
TURNS = 10.0


def what_is_wrong() -> None:
    REPORT.begin("\nWhat is wrong:")
    first = among = 0
    for kind, words, causes in COMPLAINTS:
        accepted = {cause.strip() for cause in causes.split(",")}
        top = [cause.fault.key for cause in diagnose(kind, hear(words)).causes[:3]]
        first += top[0] in accepted
        among += bool(accepted & set(top))
    many = len(COMPLAINTS)
    told(f"{many} complaints never taught", f"{first / many:.1%} right first", first >= 0.9 * many)
    told("among the first three", f"{among / many:.1%}", among >= 0.95 * many)
    spent = timed(lambda: diagnose("car", hear("clicks at the rear under load, only on three cells")))
    row("one answer", spent, "budget 30 ms", spent < 0.030)
    stated, needed, fixed = [], [], []
    for seed in range(UNITS):
        hidden = Hidden(seed)
        count, found = checks_needed(hidden, advised)
        by_order, sure = checks_needed(Hidden(seed), in_fixed_order)
        if min(found.causes[0].probability, sure.causes[0].probability) >= ENOUGH:
            needed.append(count)
            fixed.append(by_order)
        stated.append((found.causes[0].probability, found.causes[0].fault.key == hidden.fault))
    for count, said, true in calibration(stated):
        told(f"stated {said:.0%} after checks", f"true {true:.0%} of {count}", abs(said - true) < 0.15)
    medians = f"medians {median(needed):g}, {median(fixed):g}"
    words = f"{fmean(needed):.1f} advised, {fmean(fixed):.1f} in a fixed order ({medians})"
    told("checks until nine tenths", words, fmean(needed) <= fmean(fixed) / 2)


def what_clicks() -> None:
    REPORT.begin("\nWhich wheel clicks, of hidden trains turned by an uneven hand:")
    for decibel in (20, 10, 0, -6, -10):
        many = RECORDINGS if decibel == 10 else RECORDINGS // 5
        named = [_named(seed, decibel) for seed in range(many)]
        right, silent = sum(each == "right" for each in named), sum(each == "silent" for each in named)
        fine = right >= 0.95 * many if decibel >= 10 else right + silent >= 0.9 * many
        told(
            f"clicks {decibel} dB over the room", f"{right} of {many} right first, {silent} cannot tell", fine
        )


def _named(seed: int, decibel: float) -> str:
    random = np.random.default_rng(seed)
    line = TRAINS[int(random.integers(len(TRAINS)))]
    answer = run_train(TrainIn(line=line))
    wheels = [each for each in answer.clicks if each.kind != "bearing" and 0.4 <= each.per_turn <= 9]
    hidden = wheels[int(random.integers(len(wheels)))]
    content = base64.b64encode(wav(recording(hidden.per_turn, decibel, random))).decode()
    heard = hear_recording(SoundIn(wav=content, turns=TURNS, line=line, shaft=answer.turned))
    if heard.cannot_tell:
        return "silent"
    first = next((each.name for each in heard.suspects if each.kind != "bearing"), "")
    # Wheels on one shaft click alike: no recording tells them apart.
    alike = {each.gear for each in wheels if abs(each.per_turn - hidden.per_turn) < 1e-9}
    return "right" if first in alike else "wrong"
