"""What a page costs the database does not grow with what is on it."""

from __future__ import annotations

from uuid import uuid4

from django.db import connection
from django.test.utils import CaptureQueriesContext

from visits import services

from .bench import BLANK, UNIT, BenchCase


class Cost(BenchCase):
    def queries(self, method: str, path: str, body: object = None) -> int:
        with CaptureQueriesContext(connection) as asked:
            self.desk.got(method, path, body)
        return len(asked)

    def test_a_visit_and_its_plan_cost_the_same_for_three_steps_and_for_forty(self) -> None:
        few = [self.queries("GET", self.at(*rest)) for rest in ((), ("plan",))]
        for n in range(40):
            step = services.record_step(self.ada, self.visit.id, uuid4(), f"wheel {20 + n}t #A{n}")
            services.tick(self.ada, self.visit.id, uuid4(), step.piece.id, "in", 1)
        self.assertEqual([self.queries("GET", self.at(*rest)) for rest in ((), ("plan",))], few)

    def test_the_bench_costs_the_same_for_one_visit_and_for_twenty(self) -> None:
        few = self.queries("GET", "/visits")
        for _ in range(20):
            services.open_visit(self.ada, uuid4(), uuid4(), {**UNIT, **BLANK})
        self.assertEqual(self.queries("GET", "/visits"), few)

    def test_a_step_costs_the_same_at_the_end_of_a_long_row(self) -> None:
        # The first of a process asks for what it keeps from then on.
        self.desk.got("PUT", self.at("steps", uuid4()), {"line": "drum"})
        first = self.queries("PUT", self.at("steps", uuid4()), {"line": "drum"})
        for n in range(30):
            services.record_step(self.ada, self.visit.id, uuid4(), f"piece {n}")
        self.assertEqual(self.queries("PUT", self.at("steps", uuid4()), {"line": "drum"}), first)
        self.assertLessEqual(first, 14)
