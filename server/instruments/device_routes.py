"""Routes of the devices at the bench: what is connected, and readings taken from each."""

from dataclasses import asdict
from typing import Annotated, Literal

from django.http import HttpRequest
from ninja import Path, Router
from pydantic import Field

from devices.caliper.protocol import JawSetting
from gearing.measuring.display import shown_reading
from gearing.measuring.typed import typed_reading
from sums.base import Model, Problem
from sums.probe import ProbeIn

from . import caliper, figures
from .caliper import HiddenGear
from .connected import all_connected

router = Router(tags=["devices"])


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


FigureName = Literal["indicator", "tachometer", "thermometer", "force"]


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


@router.get("/figures", response=FiguresThere)
def figures_there(request: HttpRequest) -> FiguresThere:
    """Which of them can drop a figure into a field by one key."""
    return FiguresThere(
        there={key: device.unit for key, device in figures.DEVICES.items() if figures.greeting(key)}
    )


@router.post("/figures/{device}/take", response={200: FigureTaken, 422: Problem})
def figure_take(request: HttpRequest, device: FigureName, body: FigureAsked) -> FigureTaken:
    """What it shows now."""
    return FigureTaken(value=figures.take(device, body.name), unit=figures.DEVICES[device].unit)


class ConnectedOut(Model):
    """A device that may be connected, and how it stands."""

    key: str
    what: str = Field(description="As it is called: caliper, dial indicator")
    setting: str = Field(description="What names another address for it")
    address: str
    standing: Literal["there", "silent", "odd"] = Field(
        description="odd: something answers, but not as it should"
    )
    simulated: bool
    says: str
    shows: str = Field(description="The figure on its display; empty where it has none")


class ConnectedPage(Model):
    devices: list[ConnectedOut]


@router.get("", response=ConnectedPage)
def connected(request: HttpRequest) -> ConnectedPage:
    """What is connected: each is asked who it is and what it shows, and none is waited for."""
    return ConnectedPage(devices=[ConnectedOut(**asdict(device)) for device in all_connected()])


class SaidIn(Model):
    """A line that a device sent by itself."""

    text: Annotated[str, Field(max_length=200)]


class SaidOut(Model):
    value: float
    unit: Literal["mm", "rpm", "°C", "N"]


@router.post("/said", response={200: SaidOut, 422: Problem})
def said(request: HttpRequest, body: SaidIn) -> SaidOut:
    """The figure in a line that a device sent over a serial port, in the unit it is kept in."""
    shown = shown_reading(body.text)
    return SaidOut(value=shown.value, unit=shown.unit)


class TypedIn(Model):
    """What a caliper typed as a keyboard does."""

    text: Annotated[str, Field(max_length=40)]


class TypedOut(Model):
    value_mm: float
    unit: Literal["mm", "inch"] = Field(description="That it was shown in")


@router.post("/typed", response={200: TypedOut, 422: Problem})
def typed(request: HttpRequest, body: TypedIn) -> TypedOut:
    """A typed reading in millimetres, its unit told by its digits."""
    value, unit = typed_reading(body.text)
    return TypedOut(value_mm=value, unit=unit)


@router.get("/caliper", response=CaliperOut)
def caliper_there(request: HttpRequest) -> CaliperOut:
    """Whether a reading can be dropped into a field by one key."""
    said = caliper.greeting()
    return CaliperOut(present=bool(said), simulated="simulated" in said)


@router.post("/caliper/take", response={200: TakenOut, 422: Problem})
def caliper_take(request: HttpRequest, body: TakeIn) -> TakenOut:
    """One reading."""
    hold = JawSetting(body.plain) if body.plain else caliper.hold_of((body.probe or ProbeIn()).probe(None))
    return TakenOut(value_mm=caliper.take(hold, body.gear))


@router.get("/caliper/gears/{gear}", response={200: HiddenGear, 422: Problem})
def caliper_gear(
    request: HttpRequest, gear: Annotated[str, Path(pattern=r"^[A-Za-z0-9-]{1,40}$")]
) -> HiddenGear:
    """A hidden gear, to count."""
    return caliper.shown(gear)
