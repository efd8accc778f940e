"""What the bench knows of a model: versions, faults, parts that fitted, minutes."""

from __future__ import annotations

from datetime import timedelta
from typing import Any
from uuid import uuid4

from django.utils import timezone

from gearing.diagnosis import faults
from orders.models import OrderLine
from visits import services
from visits.models import Change, Visit

from .bench import BLANK, UNIT
from .test_orders import AtTheCounter


class Knowledge(AtTheCounter):
    def known(self) -> dict[str, Any]:
        made: dict[str, Any] = self.desk.got("GET", f"/models/known?model={self.visit.unit.model}")
        return made

    def setUp(self) -> None:
        super().setUp()
        self.visit.unit.model = "S-9"
        self.visit.unit.save()

    def test_rows_of_one_model_are_versions(self) -> None:
        fields = {**UNIT, **BLANK, "label": "Second", "model": "S-9"}
        again = services.open_visit(self.ada, uuid4(), uuid4(), fields)
        lines = [step.line for step in self.visit.steps.order_by("number")]
        for line in lines:
            services.record_step(self.ada, again.id, uuid4(), line.replace("31", "33"))
        known = self.known()
        self.assertEqual((known["units"], len(known["visits"])), (2, 2))
        first, second = known["versions"]
        self.assertEqual(first["says"], [])
        self.assertTrue(any("33" in says and "31" in says for says in second["says"]), second)
        self.assertEqual(self.desk.got("GET", "/models")[0], {"what": "S-9", "times": 2})

    def test_faults_met_what_was_new_and_what_fitted_are_counted(self) -> None:
        services.name_cause(self.ada, self.visit.id, "teeth_worn")
        self.sent(self.put())
        self.assertEqual(self.known()["parts"], [])
        OrderLine.objects.update(came=1)
        known = self.known()
        self.assertEqual([row["times"] for row in known["faults"]], [1])
        self.assertEqual(known["faults"][0]["what"], faults()["teeth_worn"].name)
        self.assertEqual(known["renewed"], [{"what": "wheel", "times": 1}])
        self.assertEqual(
            known["parts"], [{"what": "spur wheel 57t", "supplier": "Harbour Gears", "times": 1}]
        )
        OrderLine.objects.update(back=1)
        self.assertEqual(self.known()["parts"], [])

    def test_minutes_of_a_stage_are_those_in_which_something_was_recorded(self) -> None:
        Change.objects.filter(visit=self.visit).delete()
        begun = timezone.now() - timedelta(hours=5)
        for minutes, verb, after in (
            (0, "opened", {}), (6, "stage", {"stage": "strip"}), (16, "step", {}), (20, "stage", {"stage": "look"}),
            (200, "verdict", {}),
        ):  # fmt: skip
            change = Change.objects.create(
                visit=self.visit, member=self.ada, verb=verb, subject=self.visit.id, after=after
            )
            Change.objects.filter(id=change.id).update(at=begun + timedelta(minutes=minutes))
        took = {row["stage"]: row["minutes"] for row in self.known()["minutes"]}
        self.assertEqual(
            {key: round(value) for key, value in took.items()}, {"Listen": 6, "Strip": 14, "Look over": 15}
        )

    def test_a_model_that_was_never_here_is_empty_and_none_is_asked_for_by_name(self) -> None:
        self.assertEqual(self.desk.got("GET", "/models/known?model=none")["units"], 0)
        self.assertEqual(self.desk.ask("GET", "/models/known?model=")[0], 422)
        Visit.objects.filter(id=self.visit.id).update(cause="no such fault")
        self.assertEqual(self.known()["faults"], [])
