"""A member of another workshop, by every route there is: nothing of ours is shown, and nothing is changed."""

from __future__ import annotations

import json
import re
import tempfile
from typing import Any
from uuid import uuid4

from django.apps import apps
from django.test import override_settings

from config.api import api
from visits.models import Reminder
from workshop.models import Member
from workshop.services import make_code

from ..pictures import picture
from ..recordings import tone
from .bench import BenchCase, Desk

OWN_BUSINESS = re.compile(
    r"/api/(sums|devices|practice|session|vocabulary|learnt|workshop$|workshop/phones|workshop/tokens$|timers|reminders|models|units$|visits$|visits/known$|shelf|gauges|day|record/preview|record/progress|record/lists|drawer/table)"
)
"""Routes that name nothing of anybody's: they work things out, or list the asker's own."""

HERS = {
    "/api/workshop/codes",
    "/api/workshop/backups",
    "/api/workshop/sample",
    "/api/workshop/tokens/{token_id}",
    "/api/workshop/second-factor",
}
"""Her own workshop's or hers alone, or the machine's, of which she is an owner too; ours is counted below."""

NOT_COUNTED = {"SeenSession", "Session", "KnownDevice", "Round", "SoundRound"}
BY_PATTERN = {r"^[a-z]{1,20}:\d{1,5}$": "turn:1"}


class Foreign(BenchCase):
    @classmethod
    def setUpTestData(cls) -> None:
        super().setUpTestData()
        Member.objects.filter(pk__in=[cls.ada.pk, cls.eve.pk]).update(role="owner")
        cls.ada.refresh_from_db()
        cls.document = api.get_openapi_schema(path_prefix="/api")

    def setUp(self) -> None:
        super().setUp()
        folder = self.enterContext(tempfile.TemporaryDirectory())
        self.enterContext(override_settings(MEDIA_ROOT=folder))
        self.ids = self.one_of_each()
        self.foreign = Desk(Member.objects.get(pk=self.eve.pk))

    def one_of_each(self) -> dict[str, str]:
        """Something real of ours for every name that stands in a path."""
        ids = {name: str(uuid4()) for name in ("photo_id", "tick_id", "pin_id", "work_id", "timer_id", "join_id", "kept_id", "movement_id", "arrival_id", "bottle_id", "sound_id", "offer_id", "supplier_id", "line_id", "event_id", "answer_id", "extra_id", "result_id", "link_id")}  # fmt: skip
        ids |= {
            "visit_id": str(self.visit.id),
            "step_id": str(self.steps[0].id),
            "piece_id": str(self.piece(2)),
        }
        ids |= {
            "unit_id": str(self.visit.unit_id),
            "member_id": str(self.ben.pk),
            "key": "turn:1",
            "check": "press_case",
            "kind": "servo",
        }
        code, _ = make_code(self.ada, "member", "Cleo")
        self.desk.got("GET", "/workshop")
        ids |= {"code_id": str(code.id), "session_id": str(self.ada.sessions.get().id)}
        ids["token_id"] = self.desk.got("POST", "/workshop/tokens", {"called": "scale"})["tokens"][0]["id"]
        piece = self.at("pieces", ids["piece_id"])
        self.desk.photo(self.at("photos", ids["photo_id"]), picture())
        self.desk.got("PUT", self.at("offers", ids["offer_id"]), {"line": "gear set 9"})
        self.desk.photo(self.at("sounds", ids["sound_id"]), tone(), "a.wav")
        self.desk.got(
            "PUT",
            self.at("ticks", ids["tick_id"]),
            {"piece_id": ids["piece_id"], "outcome": "in", "count": 1},
        )
        self.desk.got(
            "PUT", f"{piece}/pins/{ids['pin_id']}", {"request": {"teeth": 31, "readings": [{"value": 26.4}]}}
        )
        torsion = {"work": {"job": "torsion", "turns": 2, "rate_nmm": 3}}
        self.desk.got("PUT", f"{piece}/work/{ids['work_id']}", torsion)
        self.desk.got("PUT", self.at("timers", ids["timer_id"]), {"label": "cure", "minutes": 5})
        self.desk.got("PUT", self.at("joins", ids["join_id"]))
        self.desk.got("PUT", self.at("links", ids["link_id"]))
        tried = {"check": "hand_turn", "outcome": "met"}
        self.desk.got("PUT", self.at("proof", ids["result_id"]), tried)
        gear = {"teeth": 31, "module_mm": 0.8, "count": 5}
        self.desk.got("PUT", f"/drawer/{ids['kept_id']}", gear)
        self.desk.got("PUT", f"/drawer/{ids['kept_id']}/moves/{ids['movement_id']}", {"by": -1})
        arrival = {"wanted": {"teeth": 31, "module_mm": 0.8}, "measured": {"teeth": 31}, "accepted": False}
        self.desk.got("PUT", f"/drawer/arrivals/{ids['arrival_id']}", arrival)
        self.desk.got("PUT", f"/suppliers/{ids['supplier_id']}", {"name": "Harbour Gears", "on_line": True})
        said = {"yes": True, "who": "the owner"}
        self.desk.got("PUT", f"/bills/{ids['visit_id']}/answers/{ids['answer_id']}", said)
        self.desk.got("PUT", f"/bills/{ids['visit_id']}/extras/{ids['extra_id']}", {"line": "grease 2"})
        ordered = {"supplier": ids["supplier_id"], "what": "drum", "visit": ids["visit_id"], "count": 3}
        basket = self.desk.got("PUT", f"/orders/lines/{ids['line_id']}", ordered)
        reminder = Reminder.objects.create(
            visit=self.visit, key="wear:wheel", says="Measure the wheel again", recorded_by=self.ada
        )
        ids["reminder_id"] = str(reminder.id)
        change = self.visit.changes.order_by("-id").first()
        assert change
        return {**ids, "order_id": basket["id"], "change_id": str(change.id)}

    def example(self, shape: dict[str, Any]) -> Any:
        """The least that a schema takes."""
        if "$ref" in shape:
            return self.example(self.document["components"]["schemas"][shape["$ref"].rsplit("/", 1)[1]])
        for many in ("anyOf", "oneOf", "allOf"):
            if many in shape:
                return self.example(shape[many][0])
        if "const" in shape or "enum" in shape:
            return shape.get("const", shape.get("enum", [None])[0])
        match shape.get("type"):
            case "object":
                return {name: self.example(shape["properties"][name]) for name in shape.get("required", [])}
            case "array":
                return [self.example(shape["items"])] * shape.get("minItems", 0)
            case "string":
                if shape.get("format") == "uuid":
                    return str(uuid4())
                if shape.get("format") == "date":
                    return "2026-12-03"
                return BY_PATTERN.get(shape.get("pattern", ""), "drum")
            case "boolean":
                return True
            case "integer" | "number":
                return max(
                    shape.get("minimum", shape.get("exclusiveMinimum", 0) + 1),
                    8 if "teeth" in str(shape.get("title", "")).lower() else 1,
                )
        return None

    def counts(self) -> dict[str, int]:
        ours = [
            m
            for m in apps.get_models()
            if m.__name__ not in NOT_COUNTED and m._meta.app_label not in ("axes", "sessions")
        ]
        return {model.__name__: model._default_manager.count() for model in ours}

    def state(self) -> str:
        """Everything of ours that anybody could have changed."""
        answer = [
            self.desk.got("GET", self.at()),
            self.desk.got("GET", self.at("history")),
            self.desk.got("POST", "/drawer/search", {}),
            self.desk.got("GET", "/suppliers"),
            self.desk.got("GET", "/orders"),
        ]
        members = list(Member.objects.order_by("pk").values_list("pk", "role", "is_active", "password"))
        return json.dumps([answer, members, self.desk.got("GET", self.at("joins"))[0]["id"]], default=str)

    def test_no_route_shows_or_changes_anything_of_another_workshop(self) -> None:
        before, many = self.state(), self.counts()
        tried = 0
        for path, methods in self.document["paths"].items():
            if OWN_BUSINESS.match(path) and "{visit_id}" not in path:
                continue
            for method, said_back in methods.items():
                where = re.sub(r"{(\w+)}", lambda result: self.ids[result[1]], path).removeprefix("/api")
                shape = (
                    said_back.get("requestBody", {})
                    .get("content", {})
                    .get("application/json", {})
                    .get("schema")
                )
                body = self.example(shape) if shape else None
                if "unit_id" in (body or {}):
                    body |= {"unit_id": self.ids["unit_id"], "kind": "servo"}
                with self.subTest(method=method, path=path):
                    if path == "/api/visits/{visit_id}/live":
                        where = f"{where}?page={uuid4()}"
                    if "multipart/form-data" in said_back.get("requestBody", {}).get("content", {}):
                        status, answer = self.foreign.photo(where, picture())
                    else:
                        status, answer = self.foreign.ask(method.upper(), where, body)
                    tried += 1
                    if path in (
                        "/api/drawer/search",
                        "/api/drawer/counts",
                        "/api/drawer/arrivals",
                        "/api/suppliers",
                        "/api/suppliers/search",
                        "/api/orders",
                        "/api/drawer/low",
                        "/api/drawer/donors",
                        "/api/gears/also-in",
                        "/api/workshop/password",
                    ):
                        said = json.dumps(answer)
                        for mine in ("kept_id", "supplier_id", "order_id", "visit_id"):
                            self.assertNotIn(self.ids[mine], said)
                        continue
                    if path in HERS:
                        continue
                    if path == "/api/workshop/codes/{code_id}":
                        # Says no more than that such a code is not among one's own.
                        self.assertEqual((status, answer["name"]), (200, "Away bench"))
                        continue
                    self.assertIn(status, (404, 422, 409), answer)
                    if status == 422:
                        self.assertIn("another place", answer["problem"], answer)
        self.assertGreater(tried, 40)
        self.assertEqual(self.state(), before)
        after = self.counts()
        # Codes that eve made for her own workshop are hers.
        self.assertEqual({**after, "Code": many["Code"]}, many)
