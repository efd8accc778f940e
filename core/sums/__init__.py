"""The computations of the core as named sums: JSON in, JSON out, with limits.

One set of schemas serves the API and ``./dentado sum``, so that anyone can
check or script what the screen shows. Each is loaded when it is first asked
for: at the command line only one is.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass
from functools import cache
from importlib import import_module
from typing import Any

from pydantic import BaseModel


@dataclass(frozen=True, slots=True)
class Sum:
    """A computation with the shape of what goes in and what comes out."""

    takes: type[BaseModel]
    gives: type[BaseModel]
    compute: Callable[[Any], BaseModel]


_PLACES = {
    "gear": ("gear", "GearIn", "GearOut", "measure_gear"),
    "read": ("read", "ReadIn", "ReadOut", "read_gear"),
    "form": ("form", "FormIn", "FormOut", "read_form"),
    "count": ("count", "CountIn", "CountOut", "count_teeth"),
    "fit": ("fit", "FitIn", "FitOut", "fit_part"),
    "train": ("train", "TrainIn", "TrainOut", "run_train"),
    "pair": ("pair", "PairIn", "PairOut", "mesh_pair"),
    "mixed": ("mixed", "MixedIn", "MixedOut", "mix_pair"),
    "crossed": ("crossed", "CrossedIn", "CrossedOut", "cross_pair"),
    "regear": ("regear", "RegearIn", "RegearOut", "regear_drive"),
    "holes": ("regear", "HolesIn", "HolesOut", "chart_holes"),
    "fitting": ("fitting", "FittingIn", "FittingOut", "fit_together"),
    "sound": ("sound", "SoundIn", "SoundOut", "hear_recording"),
    "photo-count": ("photo_count", "PhotoCountIn", "PhotoCountOut", "count_in_photo"),
    "diagnose": ("diagnose", "DiagnoseIn", "DiagnoseOut", "diagnose_unit"),
    "decide": ("decide", "DecideIn", "DecideOut", "decide_unit"),
    "proof": ("proof", "ProofIn", "ProofOut", "prove_unit"),
    "sheet": ("sheet", "SheetIn", "SheetOut", "draw_sheet"),
    "entry": ("entry", "EntryIn", "EntryOut", "read_entry"),
    "make": ("make", "MakeIn", "MakeOut", "make_gear"),
    "make-part": ("make_part", "MakePartIn", "MakePartOut", "make_part"),
    "coupon": ("coupon", "CouponIn", "CouponOut", "make_coupon"),
}


@cache
def _loaded(name: str) -> Sum:
    place, takes, gives, compute = _PLACES[name]
    module = import_module(f"{__name__}.{place}")
    return Sum(getattr(module, takes), getattr(module, gives), getattr(module, compute))


class _Sums(Mapping[str, Sum]):
    def __getitem__(self, name: str) -> Sum:
        return _loaded(name)

    def __iter__(self) -> Iterator[str]:
        return iter(_PLACES)

    def __len__(self) -> int:
        return len(_PLACES)


SUMS: Mapping[str, Sum] = _Sums()
