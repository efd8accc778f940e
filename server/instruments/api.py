"""Routes of the sums: the same computations as ``./dentado sum``."""

from django.http import HttpRequest
from ninja import Router

from sums.base import Problem
from sums.count import CountIn, CountOut, count_teeth
from sums.entry import EntryIn, EntryOut, read_entry
from sums.fit import FitIn, FitOut, fit_part
from sums.gear import GearIn, GearOut, measure_gear
from sums.pair import PairIn, PairOut, mesh_pair
from sums.read import ReadOut, read_gear
from sums.readings import ReadIn

router = Router(tags=["sums"])


@router.post("/gear", response={200: GearOut, 422: Problem})
def gear(request: HttpRequest, given: GearIn) -> GearOut:
    """All that is measured on one gear."""
    return measure_gear(given)


@router.post("/read", response={200: ReadOut, 422: Problem})
def read(request: HttpRequest, given: ReadIn) -> ReadOut:
    """Which gear gave these readings."""
    return read_gear(given)


@router.post("/count", response={200: CountOut, 422: Problem})
def count(request: HttpRequest, given: CountIn) -> CountOut:
    """How many teeth, when some are missing."""
    return count_teeth(given)


@router.post("/fit", response={200: FitOut, 422: Problem})
def fit(request: HttpRequest, given: FitIn) -> FitOut:
    """Does this gear fit in place of that one."""
    return fit_part(given)


@router.post("/pair", response={200: PairOut, 422: Problem})
def pair(request: HttpRequest, given: PairIn) -> PairOut:
    """Two gears in mesh."""
    return mesh_pair(given)


@router.post("/entry", response={200: EntryOut, 422: Problem})
def entry(request: HttpRequest, given: EntryIn) -> EntryOut:
    """Understand a line of quick entry, or correct one chip of it."""
    return read_entry(given)
