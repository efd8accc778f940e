"""The computations of the core as named sums: JSON in, JSON out, with limits.

One set of schemas serves the API and ``./dentado sum``, so that anyone can
check or script what the screen shows.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from pydantic import BaseModel

from .count import CountIn, CountOut, count_teeth
from .crossed import CrossedIn, CrossedOut, cross_pair
from .entry import EntryIn, EntryOut, read_entry
from .fit import FitIn, FitOut, fit_part
from .fitting import FittingIn, FittingOut, fit_together
from .form import FormIn, FormOut, read_form
from .gear import GearIn, GearOut, measure_gear
from .mixed import MixedIn, MixedOut, mix_pair
from .pair import PairIn, PairOut, mesh_pair
from .read import ReadOut, read_gear
from .readings import ReadIn
from .regear import HolesIn, HolesOut, RegearIn, RegearOut, chart_holes, regear_drive
from .train import TrainIn, TrainOut, run_train


@dataclass(frozen=True, slots=True)
class Sum:
    """A computation with the shape of what goes in and what comes out."""

    takes: type[BaseModel]
    gives: type[BaseModel]
    compute: Callable[[Any], BaseModel]


SUMS: dict[str, Sum] = {
    "gear": Sum(GearIn, GearOut, measure_gear),
    "read": Sum(ReadIn, ReadOut, read_gear),
    "form": Sum(FormIn, FormOut, read_form),
    "count": Sum(CountIn, CountOut, count_teeth),
    "fit": Sum(FitIn, FitOut, fit_part),
    "train": Sum(TrainIn, TrainOut, run_train),
    "pair": Sum(PairIn, PairOut, mesh_pair),
    "mixed": Sum(MixedIn, MixedOut, mix_pair),
    "crossed": Sum(CrossedIn, CrossedOut, cross_pair),
    "regear": Sum(RegearIn, RegearOut, regear_drive),
    "holes": Sum(HolesIn, HolesOut, chart_holes),
    "fitting": Sum(FittingIn, FittingOut, fit_together),
    "entry": Sum(EntryIn, EntryOut, read_entry),
}
