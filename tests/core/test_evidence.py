"""What is known before the first reading, and what of it counts: the line, the mate, the look-over."""

from __future__ import annotations

import unittest

from gearing.geometry.gear import Gear
from gearing.identification.next_measurement import next_measurements
from sums.read import ReadIn, read_gear
from sums.read.compute import _by_count


class Evidence(unittest.TestCase):
    """What was known before the first reading counts, and never more than the readings."""

    def odds(self, request: dict[str, object]) -> dict[str, float]:
        answer = read_gear(ReadIn.model_validate(request))
        return {size.label: size.probability for size in answer.sizes}

    def test_the_line_and_the_mate_speak_for_a_size(self) -> None:
        # 0.5 module and 48 DP of 31 teeth stand within a reading of each other.
        plain = self.odds({"teeth": 31, "readings": [{"value": 17.1}]})
        for clue in ({"said_module_mm": 25.4 / 48}, {"mate_module_mm": 25.4 / 48}):
            told = self.odds({"teeth": 31, "readings": [{"value": 17.1}], **clue})
            self.assertGreater(told["48 DP"], plain.get("48 DP", 0.0))
        unsure = self.odds(
            {"teeth": 31, "readings": [{"value": 17.1}], "mate_module_mm": 25.4 / 48, "mate_sure": 0.0}
        )
        self.assertAlmostEqual(unsure["48 DP"], plain["48 DP"], places=9)

    def test_readings_overrule_what_was_said_and_that_is_told(self) -> None:
        answer = read_gear(
            ReadIn.model_validate(
                {
                    "teeth": 54,
                    "readings": [{"value": 44.8}, {"kind": "span", "k": 7, "value": 16.01}],
                    "said_module_mm": 0.5,
                    "mate_module_mm": 0.5,
                }
            )
        )
        self.assertEqual(answer.sizes[0].label, "0.8 module")
        self.assertTrue(any("than was said" in note for note in answer.notes), answer.notes)
        self.assertTrue(any("Its mate was read as another size" in note for note in answer.notes))

    def test_pointed_teeth_explain_short_tips(self) -> None:
        # 48 DP of 31 teeth is 17.46 over the tips; worn to points it reads short.
        worn = {"teeth": 31, "readings": [{"value": 17.16}], "said_module_mm": 25.4 / 48}
        self.assertGreater(self.odds({**worn, "pointed": True})["48 DP"], self.odds(worn)["48 DP"])

    def test_the_sentence_and_the_table_say_the_same_figure(self) -> None:
        for tips in (16.41, 17.1, 20.3, 25.6, 33.0):
            answer = read_gear(ReadIn.model_validate({"teeth": 31, "readings": [{"value": tips}]}))
            if answer.none >= 0.5:
                continue
            best = answer.sizes[0]
            self.assertEqual(answer.candidates[0].label, best.label)
            self.assertTrue(answer.answer.startswith(best.label), (answer.answer, best))
            if not answer.certain:
                self.assertIn(f"{best.probability * 100:.0f} %", answer.reason)
            for size in answer.sizes:
                under = sum(c.probability for c in answer.candidates if c.label == size.label)
                self.assertLessEqual(under, size.probability + 1e-9)

    def test_advice_asks_for_nothing_that_this_gear_does_not_give(self) -> None:
        def advised(**more: object) -> list[str]:
            request = ReadIn.model_validate({"teeth": 31, "readings": [{"value": 25.6}]} | more)
            best, _ = _by_count(request)
            return [offer.probe.kind for offer in next_measurements(best, reach=request.reach())]

        self.assertNotIn("root", advised())
        self.assertIn("span", advised())
        # Every second tooth gone: no two side by side for a span.
        self.assertNotIn("span", advised(missing=list(range(0, 31, 2))))
        narrow = {"helix_deg": 30.0, "readings": [{"value": 29.6}]}
        self.assertIn("span", advised(**narrow, width_mm=12))
        self.assertNotIn("span", advised(**narrow, width_mm=1))

    def test_the_roots_of_a_moulded_gear_say_less(self) -> None:
        readings = [{"value": 16.5}, {"kind": "root", "value": 14.2}]
        spread = []
        for material in ("steel", "nylon"):
            request = ReadIn.model_validate({"teeth": 30, "readings": readings, "material": material})
            spread.append(float(request.taken()[1].probe.looseness(Gear(30, 0.5))))
        self.assertGreater(spread[1], 1.5 * spread[0])
