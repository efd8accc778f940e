"""Steps that the rules put in between, from ``rebuild.toml``."""

from __future__ import annotations

from ..data import table
from .model import PlanStep, Remark, Removed


def put_in(kind: str, piece: Removed, *, name: str = "", how: str = "", minutes: str = "") -> PlanStep:
    """The step of a rule, beside the piece it concerns."""
    row = table("rebuild")["rules"][kind]
    words = {"name": name, "how": how, "minutes": minutes}
    says = str(row["says"]).format(**words)
    return PlanStep(
        key=piece.key.replace("piece:", f"{kind}:"),
        kind=kind,
        step=piece.step,
        at=piece.at,
        title=str(row["title"]).format(**words),
        done=str(row["done"]),
        remarks=(Remark("check" if kind == "turn" else "plain", says),),
        rule=str(row["rule"]),
        minutes=float(row["minutes"]),
    )
