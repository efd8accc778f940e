"""Routes of the sums: the same computations as ``./dentado sum``."""

from typing import Annotated, Literal

from django.http import HttpRequest, HttpResponse
from ninja import Path, Router
from pydantic import Field

from devices.caliper.protocol import JawSetting
from gearing.gauges import gauges
from gearing.strip.kinds import taught
from shelf.services import names_of
from sums.apart import apart
from sums.base import Model, Problem, here
from sums.choices import ChoicesOut, choices
from sums.count import CountIn, CountOut
from sums.crossed import CrossedIn, CrossedOut
from sums.decide import DecideIn, DecideOut, decide_unit
from sums.diagnose import DiagnoseIn, DiagnoseOut, diagnose_unit
from sums.entry import EntryIn, EntryOut, read_entry
from sums.fit import FitIn, FitOut
from sums.fitting import FittingIn, FittingOut
from sums.form import FormIn, FormOut
from sums.gauges import GaugesOut, all_gauges
from sums.gear import GearIn, GearOut
from sums.mixed import MixedIn, MixedOut
from sums.pair import PairIn, PairOut
from sums.photo_count import PhotoCountIn, PhotoCountOut
from sums.probe import ProbeIn
from sums.proof import ProofIn, ProofOut
from sums.read import ReadIn, ReadOut
from sums.regear import HolesIn, HolesOut, RegearIn, RegearOut
from sums.sheet import SheetIn, SheetOut
from sums.sound import SoundIn, SoundOut
from sums.train import TrainIn, TrainOut

from . import caliper, figures
from .caliper import HiddenGear
from .paper import gauge_sheet

router = Router(tags=["sums"])
devices = Router(tags=["devices"])


class CaliperOut(Model):
    """Whether a caliper is there, and whether it is the simulated one."""

    present: bool
    simulated: bool


class TakeIn(Model):
    """How the jaws are set: a measurement of the reader, or the bore or width."""

    probe: ProbeIn | None = None
    plain: Literal["", "bore", "width"] = ""
    gear: Annotated[str, Field(pattern=r"^[A-Za-z0-9-]{1,40}$")] = Field(
        default=caliper.BENCH, description="Hidden gear of the simulated caliper; a real one takes no notice"
    )


class TakenOut(Model):
    value_mm: float


FigureName = Literal["indicator", "tachometer", "thermometer"]


class FiguresThere(Model):
    """Which devices that show one figure are there, by their key, each with the unit it answers in."""

    there: dict[str, str]


class FigureAsked(Model):
    name: Annotated[str, Field(pattern=r"^[A-Za-z0-9-]{1,40}$")] = Field(
        default="bench", description="What the simulated one is held to; a real one takes no notice"
    )


class FigureTaken(Model):
    value: float
    unit: str


@devices.get("/figures", response=FiguresThere)
def figures_there(request: HttpRequest) -> FiguresThere:
    """Which of them can drop a figure into a field by one key."""
    return FiguresThere(
        there={key: device.unit for key, device in figures.DEVICES.items() if figures.greeting(key)}
    )


@devices.post("/figures/{device}/take", response={200: FigureTaken, 422: Problem})
def figure_take(request: HttpRequest, device: FigureName, body: FigureAsked) -> FigureTaken:
    """What it shows now."""
    return FigureTaken(value=figures.take(device, body.name), unit=figures.DEVICES[device].unit)


@devices.get("/caliper", response=CaliperOut)
def caliper_there(request: HttpRequest) -> CaliperOut:
    """Whether a reading can be dropped into a field by one key."""
    said = caliper.greeting()
    return CaliperOut(present=bool(said), simulated="simulated" in said)


@devices.post("/caliper/take", response={200: TakenOut, 422: Problem})
def caliper_take(request: HttpRequest, body: TakeIn) -> TakenOut:
    """One reading."""
    hold = JawSetting(body.plain) if body.plain else caliper.hold_of((body.probe or ProbeIn()).probe(None))
    return TakenOut(value_mm=caliper.take(hold, body.gear))


@devices.get("/caliper/gears/{gear}", response={200: HiddenGear, 422: Problem})
def caliper_gear(
    request: HttpRequest, gear: Annotated[str, Path(pattern=r"^[A-Za-z0-9-]{1,40}$")]
) -> HiddenGear:
    """A hidden gear, to count."""
    return caliper.shown(gear)


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


@router.post("/entry", response={200: EntryOut, 422: Problem})
def entry(request: HttpRequest, body: EntryIn) -> HttpResponse:
    """Understand a line of quick entry, or correct one chip of it."""
    with taught(names_of(getattr(request.user, "workshop_id", None) or 0)):
        answer = here(read_entry, body)
    return HttpResponse(answer.model_dump_json(), content_type="application/json")
