"""The record out, in, and out again: the same; nothing doubled; and files that are none refused with their place."""

from __future__ import annotations

import hashlib
import io
import json
import tempfile
import tracemalloc
from collections.abc import Callable
from pathlib import Path
from typing import Any
from uuid import UUID, uuid4
from zipfile import ZIP_DEFLATED, ZipFile

import jsonschema
from django.core.files.uploadedfile import SimpleUploadedFile
from django.core.management import CommandError, call_command
from django.test import override_settings

from drawer.models import StockItem
from exchange.reading import Record, preview, take_in
from exchange.shape import json_schema
from exchange.tables import SINCE, UNIT_TABLES, WORKSHOP_TABLES
from exchange.writing import exported
from gearing.errors import GearingError
from orders.models import OrderLine, PurchaseOrder
from visits import services
from visits.models import Change, Photo, Piece, Unit, Visit

from ..examples import LONG
from .bench import BLANK, UNIT, BenchCase, Desk
from .test_photos import picture
from .test_visits import READ

PUBLISHED = Path(__file__).parents[2] / "docs" / "formats" / "record.schema.json"


def zipped(content: bytes) -> dict[str, bytes]:
    with ZipFile(io.BytesIO(content)) as archive:
        return {name: archive.read(name) for name in archive.namelist()}


def unmarked(entries: dict[str, bytes]) -> dict[str, bytes]:
    """But for when it was exported."""
    manifest = json.loads(entries["manifest.json"])
    del manifest["made_at"]
    return {**entries, "manifest.json": json.dumps(manifest).encode()}


def repacked(entries: dict[str, bytes]) -> io.BytesIO:
    made = io.BytesIO()
    with ZipFile(made, "w", ZIP_DEFLATED) as archive:
        for name, content in entries.items():
            archive.writestr(name, content)
    return made


class Exchange(BenchCase):
    def setUp(self) -> None:
        super().setUp()
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        own = override_settings(MEDIA_ROOT=folder.name, VAR=self.folder)
        own.enable()
        self.addCleanup(own.disable)
        put = self.desk.got
        put(
            "PUT", self.at("pieces", self.piece(2), "pins", uuid4()), {"rim": 0, "request": READ, "choice": 0}
        )
        put(
            "PUT",
            self.at("pieces", self.piece(2), "verdict"),
            {"verdict": "pair", "finding": "worn", "mate": str(self.piece(1))},
        )
        put("PUT", self.at("ticks", uuid4()), {"piece_id": str(self.piece(1)), "outcome": "in", "count": 1})
        self.desk.photo(self.at("photos", uuid4()), picture(), step_id=str(self.steps[0].id))
        put("PUT", f"/drawer/{uuid4()}", {"teeth": 31, "module_mm": 0.8, "count": 5, "place": "R3"})
        self.order("spur wheel 57t", visit=str(self.visit.id), pieces=[str(self.piece(2))])

    def order(self, what: str, **more: Any) -> str:
        """One thing ordered from a supplier of its own; the order's id."""
        supplier = str(uuid4())
        self.desk.got("PUT", f"/suppliers/{supplier}", {"name": f"For {what}"})
        body = {"supplier": supplier, "what": what, "price": "5.20", "pieces": [], "count": 1, **more}
        self.desk.got("PUT", f"/orders/lines/{uuid4()}", body)
        order = PurchaseOrder.objects.get(supplier_id=supplier)
        self.desk.got("PUT", f"/orders/{order.id}/sent", {"reference": "", "expected_on": None})
        return str(order.id)

    def out(self, units: list[UUID] | None = None) -> bytes:
        return b"".join(exported(self.home, units))

    def gone(self) -> None:
        """All of the workshop's record deleted, as on a machine that never had it."""
        Piece.objects.update(mate=None)
        for table in (*reversed(WORKSHOP_TABLES), *reversed(UNIT_TABLES)):
            table.model._default_manager.all().delete()
        for kept in self.folder.rglob("*.jpg"):
            kept.unlink()

    def test_out_in_and_out_is_the_same_to_the_byte_but_for_the_hour(self) -> None:
        before = self.out()
        self.gone()
        record = Record(io.BytesIO(before))
        parts = preview(self.ada, record)
        self.assertEqual({part.state for part in parts}, {"new"})
        take_in(self.ada, record, [part.id for part in parts], {})
        self.assertEqual(unmarked(zipped(self.out())), unmarked(zipped(before)))
        shown = self.desk.got("GET", self.at())
        self.assertEqual([step["line"] for step in shown["steps"]], [step.line for step in self.steps])
        photo = shown["steps"][0]["photos"][0]["id"]
        self.assertEqual(self.desk.client.get(f"/api/photos/{photo}").status_code, 200)

    def test_an_order_whose_number_is_taken_gets_the_next(self) -> None:
        before = self.out()
        order = PurchaseOrder.objects.get()
        self.gone()
        self.order("belt")
        record = Record(io.BytesIO(before))
        take_in(self.ada, record, ["workshop", str(self.visit.unit_id)], {})
        names = {line.what: line.order.name for line in OrderLine.objects.select_related("order")}
        self.assertEqual(names, {"belt": "A1", "spur wheel 57t": "A2"})
        self.assertEqual(PurchaseOrder.objects.get(id=order.id).events.count(), 1)
        # A second time nothing is doubled.
        self.assertEqual(take_in(self.ada, record, ["workshop"], {}), 0)

    def test_a_file_from_before_orders_were_in_it_is_taken_in(self) -> None:
        entries = zipped(self.out())
        own = json.loads(entries["workshop.json"])
        for name in SINCE[2] + SINCE[3]:
            own.pop(name)
        older = json.dumps(own).encode()
        manifest = json.loads(entries["manifest.json"])
        manifest["v"] = 1
        manifest["files"]["workshop.json"] = hashlib.sha256(older).hexdigest()
        old = {**entries, "workshop.json": older, "manifest.json": json.dumps(manifest).encode()}
        self.gone()
        take_in(self.ada, Record(repacked(old)), ["workshop", str(self.visit.unit_id)], {})
        self.assertEqual(StockItem.objects.get().teeth, 31)
        self.assertFalse(PurchaseOrder.objects.exists())
        # What calls itself older and has more is none of ours.
        with self.assertRaisesRegex(GearingError, "more than its version"):
            preview(
                self.ada,
                Record(
                    repacked(
                        {
                            **old,
                            "workshop.json": entries["workshop.json"],
                            "manifest.json": json.dumps(
                                {**manifest, "files": json.loads(entries["manifest.json"])["files"]}
                            ).encode(),
                        }
                    )
                ),
            )

    def test_twice_is_the_same_as_once_and_what_came_since_stays(self) -> None:
        before = self.out()
        counts = (Piece.objects.count(), Photo.objects.count(), Change.objects.count())
        record = Record(io.BytesIO(before))
        self.assertEqual({part.state for part in preview(self.ada, record)}, {"same"})
        self.assertEqual(take_in(self.ada, record, [str(self.visit.unit_id), "workshop"], {}), 0)
        self.desk.got(
            "PUT", self.at("pieces", self.piece(0), "verdict"), {"verdict": "keep", "finding": "sound"}
        )
        part = next(part for part in preview(self.ada, record) if part.id == str(self.visit.unit_id))
        self.assertEqual(part.state, "differs")
        self.assertTrue(any("pieces: " in line and "finding" in line for line in part.differs), part.differs)
        self.assertEqual(take_in(self.ada, record, [part.id], {}), 0)
        self.assertEqual(Piece.objects.get(id=self.piece(0)).finding, "sound")
        self.assertEqual((Piece.objects.count(), Photo.objects.count()), counts[:2])

    def test_only_what_was_chosen_comes_and_under_the_names_that_stand_for_it(self) -> None:
        before = self.out()
        self.gone()
        record = Record(io.BytesIO(before))
        take_in(self.ben, record, [str(self.visit.unit_id)], {"ada": "ben"})
        self.assertEqual(self.desk.got("POST", "/drawer/search", {})["total"], 0)
        self.assertEqual({step.recorded_by.username for step in Visit.objects.get().steps.all()}, {"ben"})

    def test_what_is_of_another_workshop_is_refused_and_nothing_is_written(self) -> None:
        record = Record(io.BytesIO(self.out()))
        with self.assertRaises(GearingError) as caught:
            take_in(self.eve, record, [str(self.visit.unit_id), "workshop"], {})
        self.assertIn("another workshop", caught.exception.problem)
        self.assertFalse(Unit.objects.filter(workshop=self.away).exists())

    def test_it_is_as_the_published_schema_says(self) -> None:
        self.assertEqual(json.loads(PUBLISHED.read_text()), json_schema(), "./dentado schema writes it again")
        schema = json_schema()
        entries = zipped(self.out())
        for name, content in entries.items():
            if name.endswith(".json"):
                kind = "unit" if name.startswith("units/") else name.removesuffix(".json")
                check = jsonschema.Draft202012Validator({**schema, "$ref": f"#/$defs/{kind}"})
                self.assertEqual(
                    [error.message for error in check.iter_errors(json.loads(content))], [], name
                )

    def test_bad_files_are_refused_with_reason_and_place(self) -> None:
        entries = zipped(self.out())
        unit = f"units/{self.visit.unit_id}.json"
        photo = next(name for name in entries if name.endswith(".jpg"))

        def changed(name: str, content: bytes) -> dict[str, bytes]:
            return {**entries, name: content}

        def told(**more: Any) -> bytes:
            return json.dumps({**json.loads(entries["manifest.json"]), **more}).encode()

        bad = {
            "checksum": changed(unit, entries[unit] + b" "),
            "missing": {name: content for name, content in entries.items() if name != photo},
            "newer": changed("manifest.json", told(v=99)),
            "no record of Dentado": changed("manifest.json", told(format="other")),
            "cannot be read": changed("manifest.json", b"{"),
            "not an object": changed("manifest.json", b"[]"),
        }
        for says, wrong in bad.items():
            with self.subTest(says), self.assertRaises(GearingError) as caught:
                preview(self.ada, Record(repacked(wrong)))
            self.assertIn(says, caught.exception.problem)
            self.assertTrue(caught.exception.hint)
        with self.assertRaises(GearingError):
            Record(io.BytesIO(b"no zip at all"))

    def changed(self, change: Any) -> io.BytesIO:
        """The export with something changed in its unit, and checksums that say so."""
        entries = zipped(self.out())
        path = f"units/{self.visit.unit_id}.json"
        part = json.loads(entries[path])
        change(part)
        entries[path] = json.dumps(part).encode()
        manifest = json.loads(entries["manifest.json"])
        manifest["files"][path] = hashlib.sha256(entries[path]).hexdigest()
        entries["manifest.json"] = json.dumps(manifest).encode()
        return repacked(entries)

    def test_nothing_is_hung_on_what_lies_elsewhere(self) -> None:
        """A file made by hand adds no step to a visit of another, and no unit under another's name."""
        theirs = services.open_visit(self.eve, uuid4(), uuid4(), {**UNIT, **BLANK})

        def elsewhere(part: dict[str, Any]) -> None:
            part["steps"].append(
                {**part["steps"][0], "id": str(uuid4()), "visit": str(theirs.id), "number": 9}
            )

        def renamed(part: dict[str, Any]) -> None:
            part["units"][0]["id"] = str(uuid4())

        for change, says in ((elsewhere, "steps.3.visit"), (renamed, "another unit")):
            record = Record(self.changed(change))
            with self.subTest(says), self.assertRaises(GearingError) as caught:
                take_in(self.ada, record, [str(self.visit.unit_id)], {})
            self.assertIn(says, caught.exception.problem)
        self.assertEqual(theirs.steps.count(), 0)

    def test_an_entry_that_is_no_row_is_refused_by_its_place(self) -> None:
        record = self.changed(lambda part: part["steps"][1].update(number="second"))
        self.gone()
        with self.assertRaises(GearingError) as caught:
            take_in(self.ada, Record(record), [str(self.visit.unit_id)], {})
        self.assertIn("steps.1.number", caught.exception.problem)
        self.assertEqual(Unit.objects.count(), 0)

    def test_over_the_api_it_is_looked_at_first_and_then_taken(self) -> None:
        answer = self.desk.client.get("/api/record")
        content = b"".join(answer.streaming_content)
        self.gone()
        looked = self.desk.client.post(
            "/api/record/preview", {"file": SimpleUploadedFile("r.zip", content)}
        ).json()
        self.assertEqual([part["state"] for part in looked["parts"]], ["new", "new"])
        self.assertEqual(Visit.objects.count(), 0)
        body = {"token": looked["token"], "parts": [part["id"] for part in looked["parts"]]}
        self.assertGreater(self.desk.got("POST", "/record/take", body)["rows"], 10)
        self.assertEqual(self.desk.got("POST", "/record/take", body)["rows"], 0)
        self.assertEqual(Desk(self.ben).ask("POST", "/record/take", body)[0], 404)
        one = self.desk.client.get(f"/api/record?unit={self.visit.unit_id}")
        self.assertNotIn("workshop.json", zipped(b"".join(one.streaming_content)))
        away = Desk(self.eve).client.get(f"/api/record?unit={self.visit.unit_id}")
        self.assertEqual(set(zipped(b"".join(away.streaming_content))), {"manifest.json"})

    def test_how_far_it_has_come_is_told_to_who_asked_for_it_alone(self) -> None:
        token = uuid4()
        where = f"/record/progress/{token}"
        self.assertEqual(self.desk.got("GET", where), {"done": 0, "total": 0})
        going: Any = self.desk.client.get(f"/api/record?token={token}")
        parts = iter(going.streaming_content)
        next(parts)
        begun = self.desk.got("GET", where)
        self.assertEqual(begun["done"], 0)
        self.assertGreater(begun["total"], 1)
        for _ in parts:
            pass
        ended = self.desk.got("GET", where)
        self.assertEqual(ended, {"done": begun["total"], "total": begun["total"]})
        self.assertEqual(Desk(self.eve).got("GET", where), {"done": 0, "total": 0})

    def test_by_the_command_line(self) -> None:
        target, said = self.folder / "all.zip", io.StringIO()
        call_command("export_record", str(target), "--member", "ada", stdout=said)
        with self.assertRaises(CommandError):
            call_command("export_record", str(target), "--member", "ada", stdout=said)
        self.gone()
        call_command("import_record", str(target), "--member", "ada", stdout=said)
        self.assertIn("Nothing was changed", said.getvalue())
        self.assertEqual(Visit.objects.count(), 0)
        call_command("import_record", str(target), "--member", "ada", "--take", stdout=said)
        self.assertEqual(Visit.objects.count(), 1)
        with self.assertRaises(CommandError):
            call_command("import_record", str(target), "--member", "nobody", stdout=said)

    def test_many_visits_and_photos_pass_in_little_memory(self) -> None:
        """200 visits and 2,000 photos behind ``--long``, some each time."""
        visits, photos = (200, 10) if LONG else (6, 5)
        shown = picture()
        for n in range(visits):
            visit = services.open_visit(self.ada, uuid4(), uuid4(), {**UNIT, **BLANK, "label": f"Tern {n}"})
            step = services.record_step(self.ada, visit.id, uuid4(), "4x M3x10 button hex2 rear cover")
            for _ in range(photos):
                self.desk.photo(f"/visits/{visit.id}/photos/{uuid4()}", shown, step_id=str(step.id))
        with (self.folder / "all.zip").open("wb") as out:
            peak_out = self.peak(lambda: out.writelines(exported(self.home)))
        before = unmarked(zipped((self.folder / "all.zip").read_bytes()))
        self.gone()
        with (self.folder / "all.zip").open("rb") as kept:
            record = Record(kept)
            parts = [part.id for part in preview(self.ada, record)]
            peak_in = self.peak(lambda: take_in(self.ada, record, parts, {}))
        self.assertEqual(unmarked(zipped(self.out())), before)
        self.assertEqual(Photo.objects.count(), visits * photos + 1)
        self.assertLess(max(peak_out, peak_in), 24 * 2**20)

    def peak(self, does: Callable[[], object]) -> int:
        tracemalloc.start()
        does()
        _, most = tracemalloc.get_traced_memory()
        tracemalloc.stop()
        return most

    def test_a_large_file_passes_in_little_memory(self) -> None:
        photo = Photo.objects.get()
        large = b"\xff\xd8\xff" + b"\0" * (30 * 2**20)
        (self.folder / photo.image.name).write_bytes(large)
        tracemalloc.start()
        size = sum(len(chunk) for chunk in exported(self.home))
        _, most = tracemalloc.get_traced_memory()
        tracemalloc.stop()
        self.assertGreater(size, len(large))
        self.assertLess(most, 10 * 2**20)
