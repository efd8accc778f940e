"""Where pieces run, and what goes on them for it: described rows, as a bench would judge them."""

from __future__ import annotations

import unittest

from gearing.rebuild import PlanContext, Removed, build_plan
from gearing.strip.entry import read_line
from gearing.strip.order import StripStep
from gearing.workshop.surroundings import surroundings


def row(*lines: str) -> list[StripStep]:
    steps = []
    for number, line in enumerate(lines, 1):
        first, *beside = read_line(line)
        steps.append(StripStep(number, first, tuple(beside)))
    return steps


def runs(unit: str, *lines: str) -> dict[int, str]:
    """Where the first piece of each step that runs does so."""
    return {spot[0]: where.key for spot, where in surroundings(row(*lines), unit).items() if not spot[1]}


def removed(*lines: str, **more: object) -> list[Removed]:
    return [
        Removed(step.number, entry, at=at, **more)  # type: ignore[arg-type]
        for step in row(*lines)
        for at, entry in enumerate(step.entries)
    ]


def said(unit: str, *lines: str, house: dict[str, str] | None = None) -> dict[str, list[str]]:
    """What is said beside each step of the plan, by its key."""
    plan = build_plan(removed(*lines), PlanContext(unit=unit, house=house or {}))
    return {step.key: [remark.text for remark in step.remarks] for step in plan.steps}


class Where(unittest.TestCase):
    def test_a_vehicle_has_gears_in_the_open_in_its_gearbox_and_in_its_differential(self) -> None:
        wanted = {1: "open", 2: "open", 5: "closed", 6: "closed", 10: "fluid", 11: "fluid", 12: "closed"}
        lines = (
            "spur 54t nylon", "pinion 15t steel", "four gearbox screws", "gearbox half", "idler 28t",
            "top shaft gear 20t", "lift out the diff", "3 diff case screws", "diff case half",
            "spider gears 2", "side gear 18t", "crown gear 39t",
        )  # fmt: skip
        self.assertEqual(runs("car", *lines), wanted)

    def test_a_cover_against_dirt_closes_nothing(self) -> None:
        self.assertEqual(runs("car", "body shell", "gear cover", "dust cover", "idler 28t"), {4: "open"})
        self.assertEqual(runs("car", "battery case lid", "idler 28t"), {2: "open"})

    def test_what_is_reached_by_another_way_is_not_behind_the_case(self) -> None:
        lines = ("gearbox half", "idler 28t", "gear 12t after none")
        self.assertEqual(runs("tracked", *lines), {2: "closed", 3: "open"})

    def test_the_case_of_a_closed_unit_is_closed_whatever_came_off(self) -> None:
        for unit in ("servo", "reel", "counter", "railway", "winch", "other"):
            self.assertEqual(runs(unit, "second wheel 31/12"), {1: "closed"}, unit)

    def test_friction_faces_run_dry_but_for_the_drag_of_a_reel(self) -> None:
        for unit in ("car", "winch", "mount", "board"):
            self.assertEqual(runs(unit, "slipper pads 3", "friction disc"), {1: "dry", 2: "dry"}, unit)
        self.assertEqual(runs("reel", "4 drag pads", "brake pads 6"), {1: "drag", 2: "dry"})

    def test_one_way_rollers_are_sealed_and_screws_run_nowhere(self) -> None:
        self.assertEqual(runs("reel", "anti-reverse roller bearing", "4 screws", "cover"), {1: "sealed"})

    def test_what_was_said_leads(self) -> None:
        where = surroundings(
            row("spur 54t runs in a closed case", "gearbox half", "idler 20t runs dry"), "car"
        )
        self.assertEqual([(run.key, run.said) for run in where.values()], [("closed", True), ("dry", True)])

    def test_why_is_told(self) -> None:
        where = surroundings(row("gearbox half, gasket stays on", "idler 28t"), "car")
        self.assertEqual(where[2, 0].why, "behind the gearbox half, step 1")

    def test_steps_that_need_each_other_in_a_ring_are_no_obstacle(self) -> None:
        self.assertEqual(runs("car", "gearbox half after 2", "idler 20t after 1")[2], "closed")


class Greasing(unittest.TestCase):
    def one(self, unit: str, *lines: str, key: str = "", house: dict[str, str] | None = None) -> str:
        texts = said(unit, *lines, house=house)
        return " ".join(texts[key or f"piece:{len(lines)}"])

    def test_two_materials_meeting_decide_the_grease(self) -> None:
        case = "gearbox half"
        self.assertIn("Moly grease", self.one("car", case, "gear 20t steel", "gear 30t steel"))
        self.assertIn("Plastic-safe grease", self.one("car", case, "gear 20t nylon", "gear 30t steel"))
        self.assertIn("Plastic-safe grease", self.one("car", case, "gear 20t steel", "gear 30t acetal"))
        self.assertIn("Gear grease", self.one("car", case, "gear 20t brass", "gear 30t steel"))
        # What runs in the open is no mate of what runs in the case.
        self.assertIn("Moly", self.one("car", "spur 54t nylon", case, "gear 20t steel", "gear 30t steel"))

    def test_the_open_pair_follows_the_house_and_the_gearbox_does_not(self) -> None:
        for school, wanted in (("dry", "Keep it dry"), ("film", "Dry film"), ("grease", "grease")):
            house = {"open": school}
            self.assertIn(wanted, self.one("car", "pinion 12t steel", house=house))
            self.assertNotIn("Keep it dry", self.one("car", "gearbox half", "idler 28t steel", house=house))

    def test_friction_faces_are_degreased_and_kept_dry_always(self) -> None:
        for house in ({"drag": "film"}, {"drag": "dry"}):
            text = self.one("car", "slipper pads 3 fibre", house=house)
            self.assertIn("Keep it dry", text)
            self.assertIn("Degrease it first", text)
        self.assertIn("Drag grease", self.one("reel", "4 drag pads", house={"drag": "film"}))

    def test_fluid_by_what_was_found_else_a_thick_one(self) -> None:
        box = ("diff case half", "spider gears 2")
        self.assertIn("10 000 cSt", self.one("car", *box))
        self.assertIn("100 000 cSt", self.one("car", box[0], "spider gears 2 ~fluid 100k"))
        keys = list(said("car", *box))
        self.assertEqual(keys[keys.index("fill:2") + 1], "piece:1")

    def test_felt_is_oiled_contacts_stay_bare_and_paper_needs_nothing(self) -> None:
        self.assertIn("Light machine oil, soaked in", self.one("other", "felt ring"))
        self.assertIn("Keep it dry", self.one("other", "2 carbon brushes"))
        self.assertNotIn("on the lip", self.one("boat", "paper gasket"))
        self.assertIn("on the lip", self.one("boat", "seal 4x8x2 ^lip inward"))

    def test_grease_beside_a_friction_face_goes_on_from_the_other_side(self) -> None:
        beside, far = (
            ("drive gear 56t brass", "4 drag pads"),
            ("drive gear 56t brass", "cover", "shaft", "4 drag pads"),
        )
        self.assertIn("away from the friction face", self.one("reel", *beside, key="piece:1"))
        self.assertNotIn("friction face", self.one("reel", *far, key="piece:1"))

    def test_another_material_in_the_old_place_takes_the_old_grease_out_first(self) -> None:
        piece = Removed(1, read_line("planet 18t acetal")[0], instead=read_line("planet 18t steel")[0])
        texts = [remark.text for remark in build_plan([piece], PlanContext(unit="crane")).steps[0].remarks]
        self.assertIn("Steel where acetal was: all the old grease comes out of the case first.", texts)


class Setting(unittest.TestCase):
    def keys(self, unit: str, *lines: str, house: dict[str, str] | None = None) -> list[str]:
        plan = build_plan(removed(*lines), PlanContext(unit=unit, house=house or {}))
        return [step.key for step in plan.steps]

    TRAIN = ("pinion 15t", "spur 54t")

    def test_screws_set_a_mesh_by_what_they_hold(self) -> None:
        for line in (
            "2 motor screws",
            "M3x8 screws of the motor mount",
            "screws that hold the motor",
            "eccentric screw",
        ):
            self.assertIn("mesh:1", self.keys("car", line, *self.TRAIN), line)
        for line in (
            "M3 screw of the tab by the motor", "motor cover screws", "screw behind the motor",
            "motor lead clip screw", "gearbox screws", "4 motor screws, round holes", "motor screws, dowelled",
        ):  # fmt: skip
            self.assertNotIn("mesh:1", self.keys("car", line, *self.TRAIN), line)

    def test_where_the_mesh_is_fixed_nothing_is_set_and_that_is_said(self) -> None:
        for unit, lines, why in (
            ("servo", ("2 motor screws", *self.TRAIN), "fixed by the case"),
            ("car", ("2 motor screws, round holes", *self.TRAIN), "fixed by its holes"),
            ("car", self.TRAIN, "No screw of this row sets a mesh"),
        ):
            texts = said(unit, *lines)
            self.assertFalse([key for key in texts if key.startswith("mesh")], unit)
            self.assertTrue([text for row in texts.values() for text in row if why in text], (unit, texts))

    def test_the_slipper_is_set_by_the_houses_school_once_its_nut_is_on(self) -> None:
        stage = ("slipper nut M4 nyloc, backed off 2 turns", "slipper spring", "slipper pads 2", "spur 54t")
        for school, wanted in (
            ("turns", "back it off 2 turns, as noted"),
            ("torque", "force × arm"),
            ("launch", "launch"),
        ):
            texts = said("car", *stage, house={"slipper": school})
            self.assertEqual(list(texts)[-2:], ["piece:1", "slipper:1"])
            self.assertIn(wanted, texts["slipper:1"][0])
        unsaid = said("car", "nyloc nut", *stage[1:])
        self.assertIn("none were noted", unsaid["slipper:1"][0])
        for lines in (("wheel nut", "spur 54t"), ("clutch bell", "spur 54t"), ("drag pads 4", "drag nut")):
            self.assertFalse([key for key in self.keys("reel", *lines) if key.startswith("slipper")], lines)

    def test_nothing_is_powered_before_the_case_is_closed(self) -> None:
        self.assertEqual(self.keys("servo", "cover", "battery", "gear 20t")[-2:], ["piece:2", "piece:1"])
        self.assertEqual(self.keys("car", "battery", "deck", "motor")[-1], "piece:1")
        late = self.keys("car", "body shell", "gear cover", "spur 54t", "unplug the battery lead", "motor")
        self.assertEqual(late[-2:], ["piece:4", "piece:1"])

    def test_what_keeps_others_in_place_goes_back_after_them(self) -> None:
        self.assertEqual(self.keys("other", "cover with four screws"), ["piece:1", "piece:1.2"])
        self.assertEqual(self.keys("other", "motor screws with washers"), ["piece:1.2", "piece:1"])
        self.assertEqual(
            self.keys("other", "shaft with bearing and circlip"), ["piece:1.2", "piece:1", "piece:1.3"]
        )

    def test_directions_end_play_and_thread_lock_are_minded(self) -> None:
        for line, wanted in (
            ("seal 4x8x2", "Which way its lip faced was not noted"),
            ("key 2x2x8", "In its slot before"),
            ("set screw M3x3 pinion", "Onto the flat"),
            ("nyloc nut M3", "grips no more"),
            ("shims 2 0.1", "End play after it: 0.1 to 0.2 mm"),
            ("preload nut", "End play after it"),
            ("motor lead, red and black wires", "Wires: red, black"),
            ("2x8 screws, lower case", "drops into its own thread"),
        ):
            texts = " ".join(said("car", line)["piece:1"])
            self.assertIn(wanted, texts, line)
        for line, into in (
            ("M3x3 set screw hub +blue", "hub 22t nylon"),
            ("M3x8 screw into plastic +blue", "gear 20t"),
        ):
            texts = " ".join(said("car", line, into)["piece:1"])
            self.assertIn("No thread lock here", texts, line)
        self.assertIn(
            "Thread lock, medium", " ".join(said("car", "M3x3 set screw hub", "hub 22t steel")["piece:1"])
        )
