"""End play brought into its band with the fewest shims at hand."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import combinations_with_replacement

from ..errors import GearingError

MOST_SHIMS = 5
MOST_PACKS = 16

NEAR_SIDE = 0.03
"""How far a side may be off where the place of the part matters, mm."""


@dataclass(frozen=True, slots=True)
class Pack:
    """Shims of one thickness (mm), and how many there are."""

    thickness: float
    count: int = 20


@dataclass(frozen=True, slots=True)
class Shimmed:
    """Which shims go in, split by side, and the end play they leave, mm."""

    left: tuple[float, ...]
    right: tuple[float, ...]
    play: float
    side_error: float


def choose_shims(
    play: float, low: float, high: float, packs: list[Pack], left: float | None = None, most: int = 6
) -> list[Shimmed]:
    """Sets of shims that bring `play` into the band, the fewest first, then the nearest its middle.

    Parameters
    ----------
    play : float
        End play measured without them, mm.
    low, high : float
        Wanted, mm.
    left : float, optional
        How much is to go on the left, where the place of the part matters.

    Raises
    ------
    GearingError
        If it is tight already, or nothing at hand will do.
    """
    if not 0 <= low < high:
        raise GearingError(
            "The band is upside down.", code="band_reversed", field="low_mm", hint="The least play first."
        )
    if play < low:
        raise GearingError(
            f"There is only {play:.2f} mm: it is tight already.",
            code="already_tight",
            field="play_mm",
            hint="Take a shim out, or face the part; look for one doubled or a bearing not home.",
        )
    if not packs or len(packs) > MOST_PACKS:
        raise GearingError(
            "Say which shims are at hand.",
            code="no_shims_at_hand",
            field="packs",
            hint=f"1 to {MOST_PACKS} packs.",
        )
    by_size: dict[float, int] = {}
    for pack in packs:
        by_size[pack.thickness] = by_size.get(pack.thickness, 0) + pack.count
    stacks: list[Shimmed] = []
    for many in range(MOST_SHIMS + 1):
        for chosen in combinations_with_replacement(sorted(by_size, reverse=True), many):
            rest = play - sum(chosen)
            if low - 1e-9 <= rest <= high + 1e-9 and all(chosen.count(t) <= by_size[t] for t in set(chosen)):
                stacks.append(_split(chosen, rest, left))
        if sum(stack.side_error <= NEAR_SIDE for stack in stacks) >= most:
            break
    if not stacks:
        raise GearingError(
            "No set of these shims brings it there.",
            code="shims_cannot_reach",
            field="packs",
            hint=f"{play - high:.2f} to {play - low:.2f} mm is needed, in at most {MOST_SHIMS} shims.",
        )
    middle = (low + high) / 2
    return sorted(
        stacks,
        key=lambda s: (
            s.side_error > NEAR_SIDE,
            len(s.left) + len(s.right),
            round(s.side_error, 3),
            abs(s.play - middle),
        ),
    )[:most]


def _split(chosen: tuple[float, ...], play: float, left: float | None) -> Shimmed:
    """The split whose left side comes nearest to what is wanted there; all on the left if nothing is."""
    if left is None:
        return Shimmed(chosen, (), play, 0.0)
    best = min(range(1 << len(chosen)), key=lambda bits: abs(_side(chosen, bits) - left))
    on_left = tuple(t for n, t in enumerate(chosen) if best >> n & 1)
    on_right = tuple(t for n, t in enumerate(chosen) if not best >> n & 1)
    return Shimmed(on_left, on_right, play, abs(sum(on_left) - left))


def _side(chosen: tuple[float, ...], bits: int) -> float:
    return sum(t for n, t in enumerate(chosen) if bits >> n & 1)
