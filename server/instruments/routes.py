"""Routes of the sums: the same computations as ``./dentado sum``."""

from typing import Annotated

from django.http import HttpRequest, HttpResponse
from ninja import Query, Router

from gearing.gauges import gauges
from gearing.strip.kinds import taught
from shelf.services import names_of
from sums.apart import apart
from sums.base import Problem, here
from sums.choices import ChoicesOut, choices
from sums.count import CountIn, CountOut
from sums.coupon import CouponIn, CouponOut
from sums.crossed import CrossedIn, CrossedOut
from sums.decide import DecideIn, DecideOut, decide_unit
from sums.diagnose import DiagnoseIn, DiagnoseOut, diagnose_unit
from sums.entry import EntryIn, EntryOut, read_entry
from sums.fit import FitIn, FitOut
from sums.fitting import FittingIn, FittingOut
from sums.form import FormIn, FormOut
from sums.gauges import GaugesOut, all_gauges
from sums.gear import GearIn, GearOut
from sums.make import MakeIn, MakeOut
from sums.make_part import MakePartIn, MakePartOut
from sums.mixed import MixedIn, MixedOut
from sums.pair import PairIn, PairOut
from sums.photo_count import PhotoCountIn, PhotoCountOut
from sums.proof import ProofIn, ProofOut
from sums.read import ReadIn, ReadOut
from sums.regear import HolesIn, HolesOut, RegearIn, RegearOut
from sums.sheet import SheetIn, SheetOut
from sums.sound import SoundIn, SoundOut
from sums.train import TrainIn, TrainOut

from .hole_paper import hole_sheet
from .paper import gauge_sheet

router = Router(tags=["sums"])


def _apart(name: str, request: HttpRequest) -> HttpResponse:
    """An answer worked out apart, where it can be given up: a checked model, written out once."""
    return HttpResponse(apart().compute(name, request.body.decode()), content_type="application/json")


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
def gear(request: HttpRequest, body: GearIn) -> HttpResponse:
    """All that is measured on one gear."""
    return _apart("gear", request)


@router.post("/read", response={200: ReadOut, 422: Problem})
def read(request: HttpRequest, body: ReadIn) -> HttpResponse:
    """Which gear gave these readings."""
    return _apart("read", request)


@router.post("/form", response={200: FormOut, 422: Problem})
def form(request: HttpRequest, body: FormIn) -> HttpResponse:
    """Which size a rack, worm, wheel, bevel, pulley or sprocket is."""
    return _apart("form", request)


@router.post("/count", response={200: CountOut, 422: Problem})
def count(request: HttpRequest, body: CountIn) -> HttpResponse:
    """How many teeth, when some are missing."""
    return _apart("count", request)


@router.post("/fit", response={200: FitOut, 422: Problem})
def fit(request: HttpRequest, body: FitIn) -> HttpResponse:
    """Does this gear fit in place of that one."""
    return _apart("fit", request)


@router.post("/pair", response={200: PairOut, 422: Problem})
def pair(request: HttpRequest, body: PairIn) -> HttpResponse:
    """Two gears in mesh."""
    return _apart("pair", request)


@router.post("/train", response={200: TrainOut, 422: Problem})
def train(request: HttpRequest, body: TrainIn) -> HttpResponse:
    """A whole train, typed as one line."""
    return _apart("train", request)


@router.post("/mixed", response={200: MixedOut, 422: Problem})
def mixed(request: HttpRequest, body: MixedIn) -> HttpResponse:
    """Two gears of different sizes, or one worn, tried together."""
    return _apart("mixed", request)


@router.post("/crossed", response={200: CrossedOut, 422: Problem})
def crossed(request: HttpRequest, body: CrossedIn) -> HttpResponse:
    """Worm and wheel, or bevels."""
    return _apart("crossed", request)


@router.post("/regear", response={200: RegearOut, 422: Problem})
def regear(request: HttpRequest, body: RegearIn) -> HttpResponse:
    """Other gears for the same motor."""
    return _apart("regear", request)


@router.get("/holes.pdf", include_in_schema=False)
def hole_paper(request: HttpRequest, asked: Annotated[str, Query(max_length=4000)]) -> HttpResponse:
    """The chart of holes on paper; `asked` as it is sent to ``holes``, as JSON."""
    chart = HolesOut.model_validate_json(apart().compute("holes", asked))
    answer = HttpResponse(hole_sheet(chart), content_type="application/pdf")
    answer["Content-Disposition"] = 'inline; filename="dentado-holes.pdf"'
    return answer


@router.post("/holes", response={200: HolesOut, 422: Problem})
def holes(request: HttpRequest, body: HolesIn) -> HttpResponse:
    """A plate's hole for every pair."""
    return _apart("holes", request)


@router.get("/choices", response=ChoicesOut)
def what_to_pick(request: HttpRequest) -> ChoicesOut:
    """Bands, materials, faces and grades to pick from."""
    return choices()


@router.post("/fitting", response={200: FittingOut, 422: Problem})
def fitting(request: HttpRequest, body: FittingIn) -> HttpResponse:
    """Shims, disc springs, friction stacks, press fits, pre-turns, tightening orders."""
    return _apart("fitting", request)


@router.post("/diagnose", response={200: DiagnoseOut, 422: Problem}, by_alias=True)
def diagnosis(request: HttpRequest, body: DiagnoseIn) -> HttpResponse:
    """What is wrong with a unit, how sure, and the cheapest check that tells."""
    return HttpResponse(here(diagnose_unit, body).model_dump_json(), content_type="application/json")


@router.post("/decide", response={200: DecideOut, 422: Problem}, by_alias=True)
def decision(request: HttpRequest, body: DecideIn) -> HttpResponse:
    """Mend, part, pair, set, donor or unit: weighed, with reasons."""
    return HttpResponse(here(decide_unit, body).model_dump_json(), content_type="application/json")


@router.post("/proof", response={200: ProofOut, 422: Problem})
def proof(request: HttpRequest, body: ProofIn) -> HttpResponse:
    """The checks a unit has to meet, from its row as lines."""
    return _apart("proof", request)


@router.post("/sheet", response={200: SheetOut, 422: Problem})
def sheet(request: HttpRequest, body: SheetIn) -> HttpResponse:
    """A row of lines as an exploded sheet."""
    return _apart("sheet", request)


@router.post("/sound", response={200: SoundOut, 422: Problem})
def sound(request: HttpRequest, body: SoundIn) -> HttpResponse:
    """What a recording of a turning unit tells."""
    return _apart("sound", request)


@router.post("/photo-count", response={200: PhotoCountOut, 422: Problem})
def photo_count(request: HttpRequest, body: PhotoCountIn) -> HttpResponse:
    """A gear counted in one photo."""
    return _apart("photo-count", request)


@router.post("/coupon", response={200: CouponOut, 422: Problem})
def coupon(request: HttpRequest, body: CouponIn) -> HttpResponse:
    """A plate to measure a machine by, and what follows from what it measures."""
    return _apart("coupon", request)


@router.post("/make", response={200: MakeOut, 422: Problem})
def make(request: HttpRequest, body: MakeIn) -> HttpResponse:
    """A gear as a file that a machine takes."""
    return _apart("make", request)


@router.post("/make-part", response={200: MakePartOut, 422: Problem})
def make_part(request: HttpRequest, body: MakePartIn) -> HttpResponse:
    """A worm, wheel, bevel, pulley or sprocket as a file that a machine takes."""
    return _apart("make-part", request)


@router.post("/entry", response={200: EntryOut, 422: Problem})
def entry(request: HttpRequest, body: EntryIn) -> HttpResponse:
    """Understand a line of quick entry, or correct one chip of it."""
    with taught(names_of(getattr(request.user, "workshop_id", None) or 0)):
        answer = here(read_entry, body)
    return HttpResponse(answer.model_dump_json(), content_type="application/json")
