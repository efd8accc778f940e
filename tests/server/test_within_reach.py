"""However much is recorded, all of it can be found and opened; nothing that is stored makes a list fail."""

from __future__ import annotations

from datetime import timedelta
from decimal import Decimal
from typing import Any
from uuid import uuid4

from django.utils import timezone

from drawer.models import Arrival, StockItem
from gearing.strip.entry import parse
from visits.mapping import entry_to_json
from visits.models import Photo, Piece, Step, Unit, Visit

from .bench import UNIT, BenchCase, Desk

MANY = 430


class WithinReach(BenchCase):
    def crowd(self) -> None:
        units = [
            Unit(workshop=self.home, recorded_by=self.ada, kind="servo", label=f"Knot {n}", owner_label=f"Locker {n % 40}")
            for n in range(MANY)
        ]  # fmt: skip
        Unit.objects.bulk_create(units)
        Visit.objects.bulk_create(
            Visit(unit=unit, workshop=self.home, recorded_by=self.ada, complaint="Hums." if n else "Squeals in frost.", stage="file" if n % 2 else "listen")
            for n, unit in enumerate(units)
        )  # fmt: skip
        old = timezone.now() - timedelta(days=2000)
        Visit.objects.filter(unit=units[0]).update(changed_at=old)

    def pages(self, path: str, many: str) -> list[Any]:
        result: list[Any] = []
        page = 1
        while True:
            answer = self.desk.got("GET", f"{path}{'&' if '?' in path else '?'}page={page}")
            result += answer[many]
            if page >= answer["pages"]:
                self.assertEqual(answer["total"], len(result))
                return result
            page += 1

    def test_every_visit_and_unit_is_found_page_by_page_or_by_words(self) -> None:
        self.crowd()
        everything = self.pages("/visits", "cards")
        self.assertEqual(len({card["id"] for card in everything}), MANY + 1)
        self.assertEqual(len(self.pages("/visits?state=filed", "cards")), MANY // 2)
        self.assertEqual(len(self.pages("/visits?state=open", "cards")), MANY // 2 + 1)
        self.assertEqual(len(self.pages("/units", "units")), MANY + 1)
        for words in ("squeals frost", "FROST knot"):
            with self.subTest(words=words):
                result = self.desk.got("GET", f"/visits?words={words}")
                self.assertEqual(result["cards"][0]["unit"]["label"], "Knot 0")
        self.assertEqual(self.desk.got("GET", "/visits?words=nowhere")["total"], 0)
        self.assertEqual(Desk(self.eve).got("GET", "/units?words=knot")["total"], 0)
        self.assertEqual(
            self.desk.got("GET", f"/visits/{everything[-1]['id']}")["complaint"], "Squeals in frost."
        )

    def test_a_known_unit_comes_again_as_itself(self) -> None:
        (card,) = self.desk.got("GET", "/units?words=sandpiper")["units"]
        self.assertEqual((card["visits"], card["open_visit"]), (1, str(self.visit.id)))
        again = {**UNIT, "unit_id": card["unit"]["id"], "label": "Renamed", "complaint": "Again."}
        second = self.desk.got("PUT", f"/visits/{uuid4()}", again)
        self.assertEqual((second["number"], second["unit"]["label"]), (2, "Sandpiper"))
        self.assertEqual(self.desk.got("GET", f"/visits?unit={card['unit']['id']}")["total"], 2)
        self.assertEqual(self.desk.got("GET", f"/units/{card['unit']['id']}")["label"], "Sandpiper")
        self.assertEqual(Desk(self.eve).ask("GET", f"/units/{card['unit']['id']}")[0], 404)

    def test_more_than_a_page_lies_in_the_drawer(self) -> None:
        StockItem.objects.bulk_create(
            StockItem(workshop=self.home, recorded_by=self.ada, teeth=10 + n, module_mm=Decimal("0.5"))
            for n in range(150)
        )
        seen = set()
        for page in (1, 2, 3):
            answer = self.desk.got("POST", "/drawer/search", {"page": page})
            seen |= {row["teeth"] for row in answer["found"]}
            self.assertEqual((answer["total"], answer["pages"]), (150, 3))
        self.assertEqual(seen, set(range(10, 160)))

    def test_the_newest_words_are_offered_not_the_oldest(self) -> None:
        steps = [
            Step(visit=self.visit, number=10 + n, line=f"oldword{n % 900}", recorded_by=self.ada)
            for n in range(3050)
        ]
        Step.objects.bulk_create(steps)
        Piece.objects.bulk_create(
            Piece(id=step.id, step=step, entry=entry_to_json(parse(step.line)), recorded_by=self.ada)
            for step in steps
        )
        Piece.objects.filter(step__in=steps).update(recorded_at=timezone.now() - timedelta(days=900))
        for _ in range(2):
            self.desk.got("PUT", self.at("steps", uuid4()), {"line": "freshly-said clutch"})
        self.assertIn("freshly-said", self.desk.got("GET", self.at("words"))["words"][:5])

    def test_bounds_are_those_of_the_columns(self) -> None:
        gear: dict[str, Any] = {"teeth": 31, "module_mm": 0.8}
        for field, value in (("bore_mm", 0.00001), ("bore_mm", 1e-9), ("width_mm", "0.001"), ("module_mm", 0.00002),
                             ("price", 12345678), ("count", 10_000), ("bore_mm", 9000)):  # fmt: skip
            with self.subTest(field=field, value=value):
                self.refused(
                    self.desk.ask("PUT", f"/drawer/{uuid4()}", {**gear, field: value}),
                    "length_out_of_range",
                    "out_of_range",
                )
        self.assertFalse(StockItem.objects.exists())
        for value in (0.01, 0.0149, 1999.9999):
            self.desk.got("PUT", f"/drawer/{uuid4()}", {**gear, "bore_mm": value, "width_mm": value})
        self.assertEqual(self.desk.got("POST", "/drawer/search", {"wanted": gear})["total"], 3)

    def test_nothing_stored_makes_a_list_fail(self) -> None:
        """Rows as an older version, or a hand in the database, may have left them."""
        StockItem.objects.create(
            workshop=self.home, recorded_by=self.ada, teeth=0, module_mm=Decimal("0"), bore_mm=Decimal("0"),
            pressure_angle_deg=Decimal("0"), width_mm=Decimal("0"), count=0,
        )  # fmt: skip
        StockItem.objects.create(
            workshop=self.home, recorded_by=self.ada, teeth=65000, module_mm=Decimal("9999"), bore_mm=Decimal("9999.9999"),
        )  # fmt: skip
        Arrival.objects.create(
            workshop=self.home, recorded_by=self.ada, wanted={"teeth": 1, "bore_mm": 0.0}, measured={"module_mm": 0},
            verdict="fits", accepted=True,
        )  # fmt: skip
        Visit.objects.filter(id=self.visit.id).update(
            symptoms=["forgotten word"], stage="polish", waits_for="moon"
        )
        Unit.objects.filter(id=self.visit.unit_id).update(kind="balloon")
        Piece.objects.filter(step=self.steps[0]).update(
            verdict="melt", findings=[{"what": "gone", "teeth": None}], instead="?"
        )
        Photo.objects.create(
            visit=self.visit, recorded_by=self.ada, width=4, height=3, marks=[{"x": 3, "y": -1}]
        )
        for method, path, body in (
            ("POST", "/drawer/search", {}),
            ("POST", "/drawer/search", {"wanted": {"teeth": 31, "module_mm": 0.8, "bore_mm": 5}}),
            ("GET", "/drawer/arrivals", None),
            ("GET", "/visits", None),
            ("GET", "/units", None),
            ("GET", self.at(), None),
            ("GET", self.at("history"), None),
            ("GET", self.at("plan"), None),
            ("GET", self.at("row"), None),
            ("GET", self.at("guide"), None),
        ):
            with self.subTest(path=path, body=body):
                self.assertEqual(self.desk.ask(method, path, body)[0], 200)


class Forgotten(BenchCase):
    def test_an_owner_is_forgotten_on_every_unit_of_theirs_and_by_an_owner_of_the_bench_alone(self) -> None:
        for n, owner in enumerate(("Skipper Vane", "Skipper Vane", "Mate Rook")):
            Unit.objects.create(
                workshop=self.home, recorded_by=self.ada, kind="servo", label=f"Vane {n}", owner_label=owner
            )
        hers = Unit.objects.create(
            workshop=self.eve.workshop,
            recorded_by=self.eve,
            kind="servo",
            label="x",
            owner_label="Skipper Vane",
        )
        unit = Unit.objects.filter(workshop=self.home, owner_label="Skipper Vane").first()
        assert unit
        path = f"/units/{unit.id}/forget-owner"
        self.refused(self.desk.ask("POST", path, {}), "owner", status=403)
        self.ada.role = "owner"
        self.ada.save()
        desk = Desk(self.ada)
        self.assertEqual(desk.got("POST", path, {}), {"units": 2})
        self.assertFalse(Unit.objects.filter(workshop=self.home, owner_label="Skipper Vane").exists())
        self.assertTrue(Unit.objects.filter(workshop=self.home, owner_label="Mate Rook").exists())
        hers.refresh_from_db()
        self.assertEqual(hers.owner_label, "Skipper Vane")
        self.assertEqual(desk.got("POST", path, {}), {"units": 0})
        self.assertEqual(desk.got("GET", "/visits?words=skipper")["total"], 0)
        self.assertEqual(Desk(self.eve).ask("POST", path, {})[0] in (403, 404), True)
