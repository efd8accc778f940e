"""Teeth told from gaps round an ellipse, and how sure that is.

The rim of the face is unrolled, its colour summed from the roots outwards, and the wave is looked for that
goes round it a whole number of times and keeps step all the way.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import Any

import cv2
import numpy as np
from numpy.typing import NDArray

from .face import blurred, reach_of_face, rim_of_face
from .find import Ellipse, StandsOut, apart, candidates, stands_out
from .picture import Image
from .waves import ANGLE, AROUND, FEWEST, MOST, Floats, Wave, followed, in_step, mixed, waves

Array = NDArray[np.float64]

INNER, OUTER, ROWS = 0.62, 1.12, 48


@dataclass(frozen=True, slots=True)
class Refused:
    """Why it cannot be told."""

    code: str
    problem: str
    hint: str


@dataclass(frozen=True, slots=True)
class PhotoCount:
    """What a picture tells.

    Attributes
    ----------
    teeth : int
    sure : float
        How likely that count is, 0 to 1.
    missing : tuple of int
        Places of teeth that are broken off, by their order in `crests`.
    rim : Ellipse
        Of the tips, pixels.
    crests : ndarray, shape (teeth, 2)
        Where each tooth stands, pixels.
    wave : Wave
    out : StandsOut
        What stands out of the ground: a card lies there as well.
    lab : ndarray, shape (high, wide, 3)
        The picture itself, Lab.
    """

    teeth: int
    sure: float
    missing: tuple[int, ...]
    rim: Ellipse
    crests: Array
    wave: Wave
    out: StandsOut
    lab: NDArray[np.uint8]

    def scaled(self, by: float) -> PhotoCount:
        """The same in a picture so many times as large."""
        return replace(self, rim=self.rim.scaled(by), crests=self.crests * by + (by - 1) / 2)


def unrolled(lab: NDArray[np.uint8], rim: Ellipse) -> Array:
    """The rim unrolled, shape (ROWS, AROUND, 3), Lab: from within the roots to beyond the tips."""
    share = np.linspace(INNER, OUTER, ROWS)
    at = rim.points(ANGLE[None, :], share[:, None]).astype(np.float32)
    return sampled(lab, at)


def sampled(picture: NDArray[Any], at: NDArray[np.float32]) -> Array:
    """Colours of a picture at points, between its pixels too; beyond its edge those of the edge."""
    seen = cv2.remap(picture, at[..., 0], at[..., 1], cv2.INTER_LINEAR, borderMode=cv2.BORDER_REPLICATE)
    return np.asarray(seen, dtype=np.float64)


def _signals(rolled: Array) -> Array:
    """What changes round the rim, shape (signals, AROUND), of mean square one: bands of rows by channel."""
    bands = [(0.3, 0.75), (0.45, 0.9), (0.55, 0.8), (0.65, 0.95)]
    made = []
    for low, high in bands:
        rows = rolled[int(low * ROWS) : int(high * ROWS)].mean(axis=0)
        for channel in range(3):
            signal = rows[:, channel]
            # What goes round fewer times than any gear has teeth is light, not teeth.
            spectrum = np.fft.rfft(signal)
            spectrum[: FEWEST - 2] = 0
            spectrum[4 * MOST :] = 0
            signal = np.fft.irfft(spectrum, AROUND)
            made.append(np.clip(signal, *np.percentile(signal, [1, 99])))
    signals = np.array(made)
    power = np.sqrt((signals**2).mean(axis=1))
    strong = power > max(0.6, 0.25 * power.max())
    told: Array = signals[strong] / power[strong][:, None]
    return told


@dataclass(frozen=True)
class _Look:
    """A rim as it was taken to lie, and the counts that could be its own, with how much each explains."""

    rim: Ellipse
    rolled: Array
    found: list[tuple[float, Wave]]


def _look(lab: NDArray[np.uint8], rim: Ellipse) -> _Look:
    rolled, reach = unrolled(lab, rim), _reach(lab, rim)
    signals = _signals(rolled)
    if not len(signals):
        return _Look(rim, rolled, [])
    # What the colours say, and beside them how far out the face is seen.
    both = [mixed(signals)]
    if reach is not None:
        both.append(mixed(np.vstack([signals, *[reach] * max(1, len(signals) // 3)])))
    found = []
    for wave in waves(both[0], reach):
        told = [followed(each, wave.teeth, wave.warp) for each in both]
        scores = [one.share * _stepping(each, one) for each, one in zip(both, told, strict=True)]
        found.append((float(np.mean(scores)), told[0]))
    return _Look(rim, rolled, found)


def _stepping(mixtures: Floats, wave: Wave) -> float:
    """What a wave counts for by whether it keeps step all round."""
    step = max(0.0, float(np.percentile(in_step(mixtures, wave), 2)))
    return OUT_OF_STEP + (1 - OUT_OF_STEP) * step


OUT_OF_STEP = 0.5
"""What a wave counts for that runs against what is seen at some place: it is of another count."""


def _reach(lab: NDArray[np.uint8], rim: Ellipse) -> Array | None:
    """How far out the face reaches, as a signal round the rim of mean square one."""
    reach = reach_of_face(lab, rim)
    if reach is None:
        return None
    # A ray that goes on into a card says nothing of teeth.
    whole = np.clip(np.repeat(reach, AROUND // len(reach)), *np.percentile(reach, [2, 98]))
    told: Array = whole - blurred(whole, AROUND / (2 * FEWEST))
    power = float(np.sqrt((told**2).mean()))
    return told / power if power > 1e-6 else None


OUTLINES = 4
"""Outlines whose face is looked for."""


LEAST_SCORE = 0.25
"""Of what changes round the rim, that the wave of the teeth explains at least."""

LEAST_LEAD = 1.18
"""How much more the best count explains than the next."""

LEAST_PITCH = 4.5
"""Pixels from tooth to tooth below which they run into each other."""


def count_photo(image: Image) -> PhotoCount | Refused:
    """Count the gear in a picture, or say why that cannot be."""
    lab = np.asarray(cv2.cvtColor(image, cv2.COLOR_BGR2LAB), dtype=np.uint8)
    out = stands_out(image)
    scored = [(score, wave, look) for look in _looks(lab, out) for score, wave in look.found]
    if not scored:
        return Refused(
            "no_gear", "No gear stands out in this picture.", "Lay it alone on a ground of another colour."
        )
    score, wave, look = max(scored, key=lambda each: each[0])
    other = max((each[0] for each in scored if each[1].teeth != wave.teeth), default=0.0)
    lead = score / max(other, 1e-9)
    rim = look.rim
    if 2 * np.pi * min(rim.a, rim.b) / wave.teeth < LEAST_PITCH:
        return Refused(
            "too_small", "The teeth are too small in this picture.", "Go nearer, or crop to the gear."
        )
    if score < LEAST_SCORE or lead < LEAST_LEAD:
        return Refused(
            "not_clear",
            "The teeth cannot be told from the gaps all round.",
            "Wipe it, lay it on another colour, light it from the side, and look straight down.",
        )
    angle, tooth = _crests(look.rolled, wave)
    sure, crests = _sure(score, lead), rim.points(angle)
    return PhotoCount(wave.teeth, sure, _missing(tooth), rim, crests, wave, out, lab)


def _looks(lab: NDArray[np.uint8], out: StandsOut) -> Iterator[_Look]:
    """Each face that may be the gear's, the most likely first, until one leaves no doubt."""
    seen: list[Ellipse] = []
    for outline in candidates(out)[:OUTLINES]:
        # The outline is that of the side as well: the face's own rim is the better one.
        rim = rim_of_face(lab, outline)
        if len(apart([*seen, rim])) == len(seen):
            continue
        seen.append(rim)
        look = _look(lab, rim)
        yield look
        best = max((score for score, _ in look.found), default=0.0)
        teeth = {wave.teeth for score, wave in look.found if score * CLEAR_LEAD > best}
        if best > CLEAR and len(teeth) == 1:
            return


CLEAR, CLEAR_LEAD = 0.6, 1.5
"""What a count explains, and its lead, beyond which no other outline is looked at."""


SUREST = 0.97
"""What ninety pictures without one wrong allow to be said of the next (the rule of three)."""


def _sure(share: float, lead: float) -> float:
    """How likely a count is right, by what it explains and its lead. Fitted on rendered pictures."""
    return min(SUREST, float(1 / (1 + np.exp(-(2.2 * (share - 0.2) * 4 + 5.0 * (lead - 1.15))))))


def _crests(rolled: Array, wave: Wave) -> tuple[Array, Array]:
    """The angle of each tooth, and how much of a tooth stands there: about 1 for one, about 0 for a gap."""
    signals = _signals(rolled)
    phase = wave.phase
    turned = (signals * np.exp(-1j * phase)[None, :]).mean(axis=1)
    strongest = int(np.argmax(np.abs(turned)))
    # Of a wave that stands where the phase is c, the mean turned by the phase points to minus c.
    top = _tooth_phase(rolled, phase, -float(np.angle(turned[strongest])))
    whole = np.mod(phase - top, 2 * np.pi * wave.teeth)
    places = []
    for n in range(wave.teeth):
        off = np.abs(np.mod(whole - 2 * np.pi * n + np.pi, 2 * np.pi * wave.teeth) - np.pi)
        places.append(int(np.argmin(off)))
    return ANGLE[places], _standing(rolled, np.array(places))


def _standing(rolled: Array, places: Array) -> Array:
    """How much of each tooth stands, by its outer half: what it has that the gaps beside it have not."""
    teeth = len(places)
    height = 2 / (teeth + 2)
    share = np.linspace(INNER, OUTER, ROWS)
    band = rolled[(share > 1 - OUTER_HALF[0] * height) & (share < 1 - OUTER_HALF[1] * height)].mean(axis=0)
    half = max(1, int(0.1 * AROUND / teeth))
    about, step = np.arange(-half, half + 1), AROUND // (2 * teeth)
    at, after, before = (
        band[(places[:, None] + by + about) % AROUND].mean(axis=1) for by in (0, step, -step)
    )
    differs = at - (after + before) / 2
    # Light and the side of the gear change slowly round it: each is held against those about it.
    near = (np.arange(teeth)[:, None] + np.arange(-ABOUT, ABOUT + 1)) % teeth
    usual = np.median(differs[near], axis=1)
    size = np.linalg.norm(usual, axis=1)
    seen = size > FAINT * np.median(size)
    stands = (differs * usual).sum(axis=1) / np.maximum(size**2, 1e-9)
    # Where teeth and gaps look alike nothing is said of a tooth.
    return np.where(seen, stands, 1.0)


OUTER_HALF, FAINT = (1.1, 0.25), 0.45
"""The band of a tooth that is looked at, in modules from its tip; the contrast below which it is not seen."""

ABOUT = 5
"""Teeth to either side that one is held against."""


def _tooth_phase(rolled: Array, phase: Array, crest: float) -> float:
    """The phase of the teeth: of crest and trough that nearer to the face's colour than to the ground's.

    Of few teeth the innermost rows are teeth and gaps as well: there only the ground tells them.
    """
    face, ground = rolled[: int(0.25 * ROWS)].mean(axis=0), rolled[int(0.9 * ROWS) :].mean(axis=0)
    band = rolled[int(0.5 * ROWS) : int(0.8 * ROWS)].mean(axis=0)
    off = np.linalg.norm(band - face, axis=1) - np.linalg.norm(band - ground, axis=1)
    near = np.cos(phase - crest)
    return crest if off[near > 0.7].mean() < off[near < -0.7].mean() else crest + np.pi


BROKEN = 0.35
"""What stands of a tooth below which it is broken off."""


def _missing(tooth: Array) -> tuple[int, ...]:
    gone = np.flatnonzero(tooth < BROKEN)
    # With so many gone it is the light that is not understood.
    return () if len(gone) > MOST_GONE * len(tooth) else tuple(int(n) for n in gone)


MOST_GONE = 0.25
