"""What can be picked in the instruments, from the data."""

from __future__ import annotations

from gearing.data import table
from gearing.workshop.safety import caution

from ..probe import methods_out
from .response import ApplicationChoice, BandChoice, ChoicesOut, FieldChoice, WayChoice


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
                kind=key,
                label=row["label"],
                fields=[FieldChoice(name=n, label=label, usual=usual) for n, label, usual in row["fields"]],
                motor=row.get("motor", False),
                caution=caution(key),
            )
            for key, row in train["applications"].items()
        ],
        mesh_ways=[
            WayChoice(key=school["key"], name=school["name"], how=table("rebuild")["mesh"][school["key"]])
            for school in schools
        ],
        must_agree=table("fits")["must_agree"],
        cautions={about: caution(about) for about in table("safety")},
    )
