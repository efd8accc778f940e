"""What a machine's coupon showed: the workshop's own, the newest stands, and it goes with the record."""

from __future__ import annotations

import io

from exchange.reading import Record, take_in
from exchange.writing import exported
from shelf.models import MeasuredMachine

from .bench import BenchCase, Desk

LOFT = "/shelf/machines/loft%20printer%2C%20nylon"


class Machines(BenchCase):
    def test_measured_again_the_newest_stands_and_others_have_their_own(self) -> None:
        for grows in (0.1, 0.08):
            page = self.desk.got("PUT", LOFT, {"grows_mm": grows, "shrinks_percent": 0.4})
        self.assertEqual(
            [(each["name"], each["grows_mm"]) for each in page["machines"]], [("loft printer, nylon", 0.08)]
        )
        self.assertEqual(Desk(self.eve).got("GET", "/shelf/machines")["machines"], [])
        for wild in (
            {"grows_mm": 3, "shrinks_percent": 0},
            {"grows_mm": 0, "shrinks_percent": 40},
            {"grows_mm": 0},
        ):
            self.assertEqual(self.desk.ask("PUT", LOFT, wild)[0], 422)

    def test_put_away_it_is_kept_and_can_come_back(self) -> None:
        self.desk.got("PUT", LOFT, {"grows_mm": 0.1, "shrinks_percent": 0.4})
        self.assertEqual(self.desk.got("PUT", f"{LOFT}/gone", {"gone": True})["machines"], [])
        self.assertEqual(MeasuredMachine.objects.count(), 1)
        back = self.desk.got("PUT", f"{LOFT}/gone", {"gone": False})["machines"]
        self.assertEqual(back[0]["who"], self.ada.called)
        self.assertEqual(self.desk.ask("PUT", "/shelf/machines/none%20such/gone", {"gone": True})[0], 404)

    def test_it_goes_with_the_record(self) -> None:
        self.desk.got("PUT", LOFT, {"grows_mm": 0.1, "shrinks_percent": 0.4})
        record = Record(io.BytesIO(b"".join(exported(self.home))))
        MeasuredMachine.objects.all().delete()
        self.assertEqual(take_in(self.ada, record, ["workshop"], {}), 1)
        back = MeasuredMachine.objects.get()
        self.assertEqual((back.name, back.grows_mm, back.shrinks_percent), ("loft printer, nylon", 0.1, 0.4))
        self.assertEqual(take_in(self.ada, record, ["workshop"], {}), 0)
