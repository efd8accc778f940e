"""Routes of the sums: the same computations as ``./dentado sum``."""

from django.http import HttpRequest, HttpResponse
from ninja import Router

from gearing.gauges import gauges
from sums.base import Problem
from sums.count import CountIn, CountOut, count_teeth
from sums.entry import EntryIn, EntryOut, read_entry
from sums.fit import FitIn, FitOut, fit_part
from sums.form import FormIn, FormOut, read_form
from sums.gauges import GaugesOut, all_gauges
from sums.gear import GearIn, GearOut, measure_gear
from sums.pair import PairIn, PairOut, mesh_pair
from sums.read import ReadOut, read_gear
from sums.readings import ReadIn

from .paper import gauge_sheet

router = Router(tags=["sums"])


@router.get("/gauges", response=GaugesOut)
def gauge_set(request: HttpRequest) -> GaugesOut:
    """Everything to hold a part against, at true size."""
    return all_gauges()


@router.get("/gauges.pdf", include_in_schema=False)
def gauge_paper(request: HttpRequest) -> HttpResponse:
    """The same on paper, 1:1."""
    answer = HttpResponse(gauge_sheet(gauges()), content_type="application/pdf")
    answer["Content-Disposition"] = 'inline; filename="dentado-gauges.pdf"'
    return answer


@router.post("/gear", response={200: GearOut, 422: Problem})
def gear(request: HttpRequest, given: GearIn) -> GearOut:
    """All that is measured on one gear."""
    return measure_gear(given)


@router.post("/read", response={200: ReadOut, 422: Problem})
def read(request: HttpRequest, given: ReadIn) -> ReadOut:
    """Which gear gave these readings."""
    return read_gear(given)


@router.post("/form", response={200: FormOut, 422: Problem})
def form(request: HttpRequest, given: FormIn) -> FormOut:
    """Which size a rack, worm, wheel, bevel, pulley or sprocket is."""
    return read_form(given)


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
