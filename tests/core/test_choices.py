"""What is offered to be picked and filled in is what the sums take: no list of a screen stands beside it."""

from __future__ import annotations

import unittest
from typing import Any, get_args

from pydantic import BaseModel, TypeAdapter

from gearing.data import table
from gearing.forms.standards import FORMS
from gearing.measuring.methods import METHODS
from sums import SUMS
from sums.choices import choices
from sums.count import CountIn
from sums.fitting.request import Job
from sums.read import ReadIn
from sums.train.request import UseIn

OFFERED = choices()


def models(union: Any, key: str) -> dict[str, type[BaseModel]]:
    """The models of a tagged union, by their tag."""
    members = get_args(get_args(union)[0])
    return {get_args(model.model_fields[key].annotation)[0]: model for model in members}


def said(fields: list[Any]) -> dict[str, Any]:
    """What the screen sends of a sheet as it stands to begin with."""
    typed = {field.name: field.usual for field in fields if field.usual}
    if "packs" in typed:
        typed["packs"] = [{"thickness_mm": each} for each in typed["packs"].split()]
    return typed


class Sheets(unittest.TestCase):
    def test_each_job_is_there_and_asks_for_fields_it_has(self) -> None:
        jobs = models(Job, "job")
        self.assertEqual([sheet.key for sheet in OFFERED.jobs], list(jobs))
        for sheet in OFFERED.jobs:
            with self.subTest(job=sheet.key):
                names = [field.name for field in sheet.fields]
                self.assertLessEqual(set(names), set(jobs[sheet.key].model_fields))
                needed = {n for n, f in jobs[sheet.key].model_fields.items() if f.is_required()} - {"job"}
                self.assertLessEqual(needed, set(names), "what it cannot do without is asked for")

    def test_each_job_answers_as_it_stands_to_begin_with(self) -> None:
        fitting = SUMS["fitting"]
        for sheet in OFFERED.jobs:
            with self.subTest(job=sheet.key):
                asked = fitting.takes.model_validate({"work": {"job": sheet.key, **said(sheet.fields)}})
                self.assertTrue(fitting.compute(asked).says)

    def test_the_springs_of_a_friction_stack_are_asked_for_as_springs_are(self) -> None:
        discs = next(sheet for sheet in OFFERED.jobs if sheet.key == "discs")
        friction = next(sheet for sheet in OFFERED.jobs if sheet.key == "friction")
        work = {**said(friction.fields), "job": "friction", "spring": {"job": "discs", **said(discs.fields)}}
        del work["force_n"]
        answer = SUMS["fitting"].compute(SUMS["fitting"].takes.model_validate({"work": work}))
        self.assertTrue(answer.curve, "what presses it is drawn")

    def test_each_route_to_a_count_asks_for_all_it_needs_and_no_more(self) -> None:
        for sheet in OFFERED.count_routes:
            with self.subTest(route=sheet.key):
                (model, _) = get_args(CountIn.model_fields[sheet.key].annotation)
                needed = [name for name, field in model.model_fields.items() if field.is_required()]
                self.assertEqual([field.name for field in sheet.fields], needed)

    def test_what_a_train_can_do_asks_for_fields_it_has(self) -> None:
        uses = models(UseIn, "kind")
        self.assertEqual({sheet.key for sheet in OFFERED.applications}, set(uses))
        for sheet in OFFERED.applications:
            with self.subTest(use=sheet.key):
                typed = {"kind": sheet.key, **{f.name: f.usual or "12" for f in sheet.fields}}
                self.assertLessEqual(typed.keys(), uses[sheet.key].model_fields.keys())
                self.assertEqual(TypeAdapter(UseIn).validate_python(typed).kind, sheet.key)


class Lists(unittest.TestCase):
    def test_every_form_that_can_be_read_is_listed_gears_first(self) -> None:
        self.assertEqual([form.key for form in OFFERED.forms], ["gear", "ring", *FORMS])

    def test_wear_is_placed_where_a_reading_may_place_it(self) -> None:
        self.assertEqual(
            ["", *(w.key for w in OFFERED.worn)], list(get_args(ReadIn.model_fields["worn"].annotation))
        )

    def test_every_way_of_measuring_is_listed_once(self) -> None:
        self.assertEqual([method.key for method in OFFERED.methods], list(METHODS))

    def test_paper_is_set_by_its_own_sheet_and_every_other_school_by_words(self) -> None:
        schools = next(q for q in table("schools")["question"] if q["key"] == "mesh")["school"]
        self.assertEqual(
            [way.key for way in OFFERED.mesh_ways], [s["key"] for s in schools if s["key"] != "paper"]
        )
        self.assertTrue(all(way.how for way in OFFERED.mesh_ways))

    def test_bands_are_listed_from_tight_to_loose_with_where_they_come_from(self) -> None:
        for band in OFFERED.bands:
            self.assertLess(band.low, band.high)
            self.assertTrue(band.source and band.says)
