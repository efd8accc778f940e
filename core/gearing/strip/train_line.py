"""The train of a row as a line: the gears that came off, in the order force runs through them."""

from __future__ import annotations

from collections.abc import Sequence

from .entry import Entry

DRIVES = ("pinion", "motor")
SETS = ("sun", "planet", "ring")
APART = ("side gear", "spider", "star gear")
"""Bevels inside a differential: they turn only where its sides differ."""

BEVEL = ("bevel", "crown", "diff pinion", "ring gear", "miter", "mitre")


def train_line(entries: Sequence[Entry]) -> str:
    """A train to begin with, for :func:`gearing.train.read_train`; empty where none can be made of the row.

    From the motor's pinion, or from the side it lies nearest to, each gear meets the
    next; a double gear is driven by its larger rim and drives by the smaller, two
    singles after each other sit on one shaft. A guess from the order, to be put right.

    Examples
    --------
    >>> train_line([Entry(words="pinion", teeth=(12,)), Entry(words="spur", teeth=(60,))])
    '12:60'
    >>> servo = [(40,), (48, 14), (60, 10), (12,)]
    >>> train_line([Entry(words=f"gear {n}", teeth=teeth) for n, teeth in enumerate(servo)])
    '12:60 | 10:48 | 14:40'
    """
    toothed = [e for e in entries if (e.teeth or _is_worm(e)) and not e.fastener and not _says(e, APART)]
    in_sets = SETS if any(_says(e, ("sun",)) for e in toothed) else ()
    stages = _bevels_turned(_from_the_driving_end([e for e in toothed if not _says(e, in_sets)]))
    made, driver = [], ""
    for entry in stages:
        counts = entry.teeth
        if _is_worm(entry):
            driver = driver or f"w{entry.starts or 1}"
        elif not driver:
            driver = str(min(counts))
        else:
            bevel = _says(entry, BEVEL) and not driver.startswith("w")
            made.append(f"{driver}:{max(counts)}{'b' if bevel else ''}")
            driver = str(min(counts)) if len(counts) > 1 else ""
    return " | ".join([*made, *_planetary(toothed)])


def _bevels_turned(entries: list[Entry]) -> list[Entry]:
    """A ring that came off before the bevel pinion it hides is driven by it all the same."""
    made = list(entries)
    for n in range(len(made) - 1):
        ring, pinion = made[n], made[n + 1]
        pair = _says(ring, ("ring", "crown")) and _says(pinion, ("pinion",)) and _says(pinion, BEVEL)
        if pair and ring.teeth and pinion.teeth and max(ring.teeth) > max(pinion.teeth):
            made[n], made[n + 1] = pinion, ring
    return made


def _from_the_driving_end(entries: list[Entry]) -> list[Entry]:
    """Pinion or worm first; without one, the smaller of the two at the ends."""
    if not entries:
        return []
    at = next((n for n, e in enumerate(entries) if _says(e, DRIVES) and not _says(e, BEVEL)), None)
    if at is None:
        at = next((n for n, e in enumerate(entries) if _is_worm(e)), None)
    if at is None:
        first, last = (min(e.teeth, default=0) for e in (entries[0], entries[-1]))
        return entries[::-1] if last < first else entries
    before, after = entries[:at], entries[at + 1 :]
    # What lies on the longer side of it is the way to the output.
    return (
        [entries[at], *after, *before] if len(after) >= len(before) else [entries[at], *before[::-1], *after]
    )


def _planetary(entries: Sequence[Entry]) -> list[str]:
    """Sets in the order their suns came off; one ring may serve several."""
    suns, planets, rings = ([e.teeth[0] for e in entries if e.teeth and _says(e, (word,))] for word in SETS)
    rings += (rings or [0])[-1:] * (len(suns) - len(rings))
    sets = zip(suns, planets, rings, strict=False)
    return [f"p{sun}/{planet}/{ring or sun + 2 * planet}" for sun, planet, ring in sets]


def _is_worm(entry: Entry) -> bool:
    return not entry.teeth and bool(entry.starts or "worm" in entry.words.lower().split())


def _says(entry: Entry, words: Sequence[str]) -> bool:
    name = entry.words.lower()
    return any(word in name for word in words)
