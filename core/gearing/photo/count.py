"""Teeth told from gaps round an ellipse, and how sure that is.

The rim is unrolled, its colour summed from the roots outwards, and the wave that goes round it a whole number
of times is looked for. Looked at askew its teeth stand closer on one side than on the other: the wave may run
ahead and behind by what goes round once and twice, which changes no count.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache
from typing import Any

import cv2
import numpy as np
from numpy.typing import NDArray

from .find import Ellipse, candidates
from .picture import Image

Array = NDArray[np.float64]

FEWEST, MOST = 6, 160
AROUND = 3072
INNER, OUTER, ROWS = 0.62, 1.12, 48
WINDOWS = 48


@dataclass(frozen=True, slots=True)
class Wave:
    """A wave round the rim: how often, how much of what is seen it explains, and where its crests are."""

    teeth: int
    share: float
    warp: Array

    def phase(self, angle: Array) -> Array:
        return self.teeth * angle + _bends(angle) @ self.warp


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
    """

    teeth: int
    sure: float
    missing: tuple[int, ...]
    rim: Ellipse
    crests: Array
    wave: Wave


def unrolled(image: Image, rim: Ellipse) -> Array:
    """The rim unrolled, shape (ROWS, AROUND, 3), Lab: from within the roots to beyond the tips."""
    angle = np.linspace(0, 2 * np.pi, AROUND, endpoint=False)
    share = np.linspace(INNER, OUTER, ROWS)
    at = rim.points(angle[None, :], share[:, None]).astype(np.float32)
    return sampled(cv2.cvtColor(image, cv2.COLOR_BGR2LAB), at)


def sampled(picture: NDArray[Any], at: NDArray[np.float32]) -> Array:
    """Colours of a picture at points, between its pixels too; beyond its edge those of the edge."""
    seen = cv2.remap(picture, at[..., 0], at[..., 1], cv2.INTER_LINEAR, borderMode=cv2.BORDER_REPLICATE)
    return np.asarray(seen, dtype=np.float64)


def _bends(angle: Array) -> Array:
    return np.stack(
        [np.ones_like(angle), np.cos(angle), np.sin(angle), np.cos(2 * angle), np.sin(2 * angle)], axis=-1
    )


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


COARSE = 1536
"""Samples round the rim in which a wave is looked for; it is followed in all of them."""


@cache
def _warps() -> tuple[Array, NDArray[np.int64]]:
    """Ways a tilted camera bends an even spacing, by :func:`_bends`, and where to look for each."""
    angle = np.linspace(0, 2 * np.pi, COARSE, endpoint=False)
    made, places = [], []
    for far in np.linspace(0, MOST_AHEAD, 10):
        for way in np.linspace(0, 2 * np.pi, 36 if far else 1, endpoint=False):
            at = angle.copy()
            for _ in range(4):
                at = angle - far * np.cos(at - way)
            made.append([0.0, far * np.cos(way), far * np.sin(way), 0.0, 0.0])
            places.append(np.round(at / (2 * np.pi) * COARSE).astype(np.int64) % COARSE)
    return np.array(made), np.array(places)


def waves(rolled: Array) -> list[Wave]:
    """Waves that are there, the strongest first."""
    signals = _signals(rolled)
    if not len(signals):
        return []
    # Signals say much the same: three of their mixtures say it all.
    _, _, mixed = np.linalg.svd(signals, full_matrices=False)
    coarse = mixed[:3].reshape(min(3, len(mixed)), COARSE, AROUND // COARSE).mean(axis=2)
    bent, places = _warps()
    power = np.abs(np.fft.rfft(coarse[:, places], axis=2)[..., : MOST + 1]) ** 2
    weight = np.linalg.svd(signals, compute_uv=False)[: len(coarse)] ** 2
    seen = np.einsum("s,swk->wk", weight, power)
    by_count = seen.max(axis=0)
    likely = [int(k) for k in np.argsort(-by_count) if k >= FEWEST][:8]
    angle = np.linspace(0, 2 * np.pi, AROUND, endpoint=False)
    found = [_followed(signals, k, angle, k * bent[int(seen[:, k].argmax())]) for k in likely]
    return sorted(found, key=lambda wave: -wave.share)


def _followed(signals: Array, teeth: int, angle: Array, warp: Array) -> Wave:
    """The wave of so many teeth, its running ahead and behind fitted window by window."""
    bends = _bends(angle)
    size = AROUND // WINDOWS
    centre = bends.reshape(WINDOWS, size, 5).mean(axis=1)
    best, share = warp, _share(signals, teeth * angle + bends @ warp)
    for _ in range(3):
        turned = signals * np.exp(-1j * (teeth * angle + bends @ warp))[None, :]
        windows = turned.reshape(len(signals), WINDOWS, size).mean(axis=2)
        # Each signal has a phase of its own: it is turned to agree with the strongest.
        own = np.exp(-1j * np.angle(windows.sum(axis=1)))
        together = _smoothed((windows * own[:, None]).sum(axis=0))
        phase, weight = np.angle(together), np.abs(together)
        # A window that has slipped by half a tooth or more says nothing of how it bends.
        weight = weight * (np.abs(phase) < SLIPPED)
        step, *_ = np.linalg.lstsq(centre * weight[:, None], phase * weight, rcond=None)
        warp = warp + step
        now = _share(signals, teeth * angle + bends @ warp)
        if now > share:
            best, share = warp, now
    ahead, twice = (float(np.hypot(*best[at : at + 2])) / teeth for at in (1, 3))
    # A camera bends it so far and no farther: what needs more is another count made to fit.
    return Wave(teeth, share / (1 + (ahead / MOST_AHEAD) ** 8) / (1 + (twice / MOST_TWICE) ** 4), best)


SLIPPED = 2.2
MOST_AHEAD, MOST_TWICE = 0.16, 0.06
"""How far teeth run ahead of an even spacing, once and twice round, radians, at a tilt of some 40 degrees."""


def _share(signals: Array, phase: Array) -> float:
    """How much of what changes round the rim a wave explains."""
    turned = (signals * np.exp(-1j * phase)[None, :]).mean(axis=1)
    return float((2 * np.abs(turned) ** 2).sum() / len(signals))


def _smoothed(windows: NDArray[np.complex128]) -> NDArray[np.complex128]:
    kernel = np.array([0.25, 0.5, 1, 0.5, 0.25])
    padded = np.concatenate([windows[-2:], windows, windows[:2]])
    return np.convolve(padded, kernel / kernel.sum(), "valid")


@dataclass(frozen=True)
class _Look:
    """A rim as it was taken to lie, and the waves round it."""

    rim: Ellipse
    rolled: Array
    found: list[Wave]


@dataclass(frozen=True)
class _Settled:
    """A count about its own middle, and how much it explains there."""

    teeth: int
    share: float
    rim: Ellipse
    rolled: Array
    wave: Wave


def _look(image: Image, rim: Ellipse) -> _Look:
    rolled = unrolled(image, rim)
    return _Look(rim, rolled, waves(rolled))


TRIED, AGAIN, BRANCHES = 2, 3, 4
"""Rims that are settled, how often each is moved, and for how many counts."""


def _settled(image: Image, look: _Look, teeth: int, warp: Array) -> _Settled:
    """The rim about which so many teeth stand evenly: seen askew, the gear's side had moved it."""
    rim, wave = look.rim, Wave(teeth, 0.0, warp)
    best: _Settled | None = None
    for _ in range(AGAIN):
        rim = rim.reshaped(*(wave.warp[1:] / teeth))
        rolled = unrolled(image, rim)
        signals = _signals(rolled)
        if not len(signals):
            break
        angle = np.linspace(0, 2 * np.pi, AROUND, endpoint=False)
        wave = _followed(signals, teeth, angle, np.zeros(5))
        # About the right middle nothing runs ahead: what still does counts against it.
        off = float(np.hypot(*wave.warp[1:3]) + np.hypot(*wave.warp[3:5])) / teeth
        share = wave.share / (1 + (off / EVEN) ** 2)
        if best is None or share > best.share:
            best = _Settled(teeth, share, rim, rolled, wave)
    return best or _Settled(teeth, 0.0, look.rim, look.rolled, wave)


EVEN = 0.05
"""How unevenly teeth may stand about the middle that was found, radians."""


LEAST_SHARE = 0.425
"""Of what changes round the rim, that the wave of the teeth explains at least."""

LEAST_LEAD = 1.1
"""How much more the best count explains than the next."""

LEAST_PITCH = 4.5
"""Pixels from tooth to tooth below which they run into each other."""


def count_photo(image: Image) -> PhotoCount | Refused:
    """Count the gear in a picture, or say why that cannot be."""
    looks = [_look(image, rim) for rim in candidates(image)]
    looks = [look for look in looks if look.found]
    if not looks:
        return Refused(
            "no_gear", "No gear stands out in this picture.", "Lay it alone on a ground of another colour."
        )
    looks.sort(key=lambda look: -look.found[0].share)
    settled = [
        _settled(image, look, wave.teeth, wave.warp)
        for look in looks[:TRIED]
        for wave in look.found[:BRANCHES]
    ]
    settled.sort(key=lambda each: -each.share)
    first = settled[0]
    rim, rolled = first.rim, first.rolled
    other = max((each.share for each in settled if each.teeth != first.teeth), default=0.0)
    lead = first.share / max(other, 1e-9)
    if 2 * np.pi * min(rim.a, rim.b) / first.teeth < LEAST_PITCH:
        return Refused(
            "too_small", "The teeth are too small in this picture.", "Go nearer, or crop to the gear."
        )
    if first.share < LEAST_SHARE or lead < LEAST_LEAD:
        return Refused(
            "not_clear",
            "The teeth cannot be told from the gaps all round.",
            "Wipe it, lay it on another colour, light it from the side, and look straight down.",
        )
    angle, tooth = _crests(rolled, first.wave)
    return PhotoCount(
        first.teeth, _sure(first.share, lead), _missing(tooth), rim, rim.points(angle), first.wave
    )


SUREST = 0.97
"""What ninety pictures without one wrong allow to be said of the next (the rule of three)."""


def _sure(share: float, lead: float) -> float:
    """How likely a count is right, by what it explains and its lead. Fitted on rendered pictures."""
    return min(SUREST, float(1 / (1 + np.exp(-(2.2 * (share - 0.2) * 4 + 5.0 * (lead - 1.15))))))


def _crests(rolled: Array, wave: Wave) -> tuple[Array, Array]:
    """The angle of each tooth, and how much of a tooth stands there: about 1 for one, about 0 for a gap."""
    angle = np.linspace(0, 2 * np.pi, AROUND, endpoint=False)
    signals = _signals(rolled)
    phase = wave.phase(angle)
    turned = (signals * np.exp(-1j * phase)[None, :]).mean(axis=1)
    strongest = int(np.argmax(np.abs(turned)))
    # Each signal with the sign of the strongest, weighed by how well it follows the wave.
    weight = np.real(turned * np.exp(-1j * np.angle(turned[strongest])))
    summed = weight @ signals / np.abs(weight).sum()
    top = _tooth_phase(rolled, phase, float(np.angle(turned[strongest])))
    whole = np.mod(phase - top, 2 * np.pi * wave.teeth)
    places = []
    for n in range(wave.teeth):
        off = np.abs(np.mod(whole - 2 * np.pi * n + np.pi, 2 * np.pi * wave.teeth) - np.pi)
        places.append(int(np.argmin(off)))
    half = max(1, int(0.12 * AROUND / wave.teeth))
    about, step = np.arange(-half, half + 1), AROUND // (2 * wave.teeth)
    at = np.array([summed[(place + about) % AROUND].mean() for place in places])
    gaps = np.array([summed[(place + step + about) % AROUND].mean() for place in places])
    # Light and the side of the gear change slowly round it: each is held against those about it.
    near = (np.arange(wave.teeth)[:, None] + np.arange(-ABOUT, ABOUT + 1)) % wave.teeth
    full, empty = np.median(at[near], axis=1), np.median(gaps[near], axis=1)
    return angle[places], (at - empty) / np.where(np.abs(full - empty) > 1e-9, full - empty, 1.0)


ABOUT = 5
"""Teeth to either side that one is held against."""


def _tooth_phase(rolled: Array, phase: Array, crest: float) -> float:
    """The phase of the teeth: of crest and trough that whose colour is nearer to the face's."""
    face = rolled[: int(0.25 * ROWS)].mean(axis=0)
    band = rolled[int(0.5 * ROWS) : int(0.8 * ROWS)].mean(axis=0)
    off = np.linalg.norm(band - face, axis=1)
    near = np.cos(phase - crest)
    return crest if off[near > 0.7].mean() < off[near < -0.7].mean() else crest + np.pi


BROKEN = 0.3
"""What stands of a tooth below which it is broken off."""


def _missing(tooth: Array) -> tuple[int, ...]:
    gone = np.flatnonzero(tooth < BROKEN)
    # With so many gone it is the light that is not understood.
    return () if len(gone) > MOST_GONE * len(tooth) else tuple(int(n) for n in gone)


MOST_GONE = 0.25
