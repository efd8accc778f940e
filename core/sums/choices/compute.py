"""What can be picked in the instruments, from the data."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from gearing.data import table
from gearing.forms.standards import standards
from gearing.making import processes
from gearing.workshop.safety import caution

from ..probe import methods_out
from .response import (
    ApplicationChoice,
    BandChoice,
    ChoicesOut,
    FieldChoice,
    LabelledChoice,
    SheetChoice,
    WayChoice,
)


def choices() -> ChoicesOut:
    """Bands, materials, faces, grades, ways of measuring and of setting a mesh, and applications."""
    fitting, mesh, train = table("fitting"), table("mesh"), table("train")
    schools = next(question for question in table("schools")["question"] if question["key"] == "mesh")[
        "school"
    ]
    return ChoicesOut(
        bands=[
            BandChoice(key=key, says=row["says"], low=row["low"], high=row["high"], source=row["source"])
            for key, row in mesh["bands"].items()
        ],
        materials=list(mesh["materials"]),
        friction=fitting["friction"]["faces"],
        press_materials=list(fitting["press"]["materials"]),
        grades=[name for name in fitting["press"]["steps"][0] if name not in ("over", "up_to", "H7")],
        methods=methods_out(),
        pressure_angles_deg=[float(angle["degrees"]) for angle in table("sizes")["pressure_angles"]],
        applications=[
            ApplicationChoice(
                key=key,
                label=row["label"],
                fields=_fields(row),
                motor=row.get("motor", False),
                caution=caution(key),
            )
            for key, row in train["applications"].items()
        ],
        mesh_ways=[
            WayChoice(key=school["key"], name=school["name"], how=table("rebuild")["mesh"][school["key"]])
            for school in schools
            if school["key"] != "paper"
        ],
        jobs=_sheets(fitting["jobs"]),
        count_routes=_sheets(table("counting")["routes"]),
        forms=_labelled(table("forms")["labels"]),
        worn=[LabelledChoice(key=key, label=row["label"]) for key, row in table("wear")["where"].items()],
        processes=[LabelledChoice(key=each.key, label=each.label) for each in processes().values()],
        belts=[each.label for each in standards("pulley") if each.groove_top],
        chains=[each.label for each in standards("sprocket")],
        must_agree=table("fits")["must_agree"],
        cautions={about: caution(about) for about in table("safety")},
    )


def _fields(row: Mapping[str, Any]) -> list[FieldChoice]:
    return [FieldChoice(name=name, label=label, usual=usual) for name, label, usual in row["fields"]]


def _sheets(rows: Mapping[str, Any]) -> list[SheetChoice]:
    return [SheetChoice(key=key, label=row["label"], fields=_fields(row)) for key, row in rows.items()]


def _labelled(labels: Mapping[str, str]) -> list[LabelledChoice]:
    return [LabelledChoice(key=key, label=label) for key, label in labels.items()]
